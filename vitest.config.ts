import { fileURLToPath } from 'node:url'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vitest/config'

const dir = (path: string) => fileURLToPath(new URL(path, import.meta.url))

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { '#core': dir('./core'), '~~': dir('.'), '~': dir('./app') } },
  test: { environment: 'node', include: ['core/**/*.test.ts', 'app/**/*.test.ts', 'server/**/*.test.ts'] },
})
