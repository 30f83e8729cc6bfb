import { fileURLToPath } from 'node:url'
import { build } from 'vite'

/** Bundles what a worker of the pool runs into one file beside the server: a worker starts from a file of its own. */
export async function bundleWorker(serverDir: string): Promise<void> {
  const here = (path: string) => fileURLToPath(new URL(path, import.meta.url))
  await build({
    configFile: false,
    publicDir: false,
    logLevel: 'warn',
    resolve: { alias: { '#core': here('../../core') } },
    ssr: { noExternal: true, target: 'node' },
    build: {
      ssr: here('./worker.ts'),
      outDir: `${serverDir}/compute`,
      emptyOutDir: true,
      target: 'node20',
      rollupOptions: { output: { entryFileNames: 'worker.mjs' } },
    },
  })
}
