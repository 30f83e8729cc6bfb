import { availableParallelism } from 'node:os'
import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import Unimport from 'unimport/unplugin'
import { defineConfig } from 'vitest/config'

const dir = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  plugins: [
    vue(),
    // What Nuxt imports by itself in app/, so that stores and components can be tried without it.
    Unimport.vite({
      presets: [
        'vue',
        { from: 'vue-i18n', imports: ['useI18n'] },
        { from: '@vueuse/core', imports: ['useElementSize', 'useEventListener', 'useMediaQuery', 'usePreferredDark'] },
      ],
      dirs: ['app/composables', 'app/stores', 'app/components/*/use*.ts'],
    }),
  ],
  resolve: { alias: { '#core': dir('./core'), '~~': dir('.'), '~': dir('./app') } },
  test: {
    environment: 'node',
    // Only a test that hangs shall run into this: properties run hundreds of cases, and a busy machine takes its time.
    testTimeout: 300_000,
    hookTimeout: 300_000,
    // All cores: by itself the runner leaves one to whoever watches, which is half of a small machine.
    maxWorkers: availableParallelism(),
    projects: [
      {
        extends: true,
        test: {
          name: 'core',
          include: ['core/**/*.test.ts'],
          // Nothing in the core keeps anything from one call to the next; loading it anew for each file took a third of the time.
          isolate: false,
        },
      },
      {
        extends: true,
        test: {
          name: 'application',
          setupFiles: ['fake-indexeddb/auto', './app/print/nodeBuffers.ts'],
          include: ['app/**/*.test.ts', 'server/**/*.test.ts', 'hostile/**/*.test.ts'],
        },
      },
    ],
  },
})
