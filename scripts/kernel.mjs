// Makes core/balance/abreast/lanesBinary.ts from lanes.wat: npm run kernel
import { readFileSync, writeFileSync } from 'node:fs'
import wabt from 'wabt'

const HERE = new URL('../core/balance/abreast/', import.meta.url)

/** The module as it stands in `lanes.wat`, base64. @throws Error that says what of it cannot be read */
export async function kernelOf(text = readFileSync(new URL('lanes.wat', HERE), 'utf8')) {
  const module = (await wabt()).parseWat('lanes.wat', text, { simd: true })
  try {
    module.resolveNames()
    module.validate()
    return Buffer.from(module.toBinary({}).buffer).toString('base64')
  } finally {
    module.destroy()
  }
}

if (process.argv[1] === new URL(import.meta.url).pathname)
  writeFileSync(
    new URL('lanesBinary.ts', HERE),
    `/** \`lanes.wat\` as a machine reads it, base64; made by \`npm run kernel\`. */\nexport const LANES =\n  '${await kernelOf()}'\n`,
  )
