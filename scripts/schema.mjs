// Writes the JSON Schema of the job file from the very schema that validates it.
import { writeFileSync } from 'node:fs'
import { createServer } from 'vite'

const vite = await createServer({ configFile: false, server: { middlewareMode: true }, appType: 'custom', logLevel: 'error' })
const { toJsonSchema } = await vite.ssrLoadModule('/core/scheme/jsonSchema.ts')
const { jobFile } = await vite.ssrLoadModule('/core/scheme/schema/job.ts')
const schema = { $schema: 'https://json-schema.org/draft/2020-12/schema', title: 'Vernal Cask job', ...toJsonSchema(jobFile) }
writeFileSync('public/job.schema.json', `${JSON.stringify(schema, null, 2)}\n`)
await vite.close()
