// @ts-check
import prettier from 'eslint-config-prettier'
import withNuxt from './.nuxt/eslint.config.mjs'

export default withNuxt(
  { ignores: ['coverage/**', 'test-results/**', 'playwright-report/**', 'docs/**'] },
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(~|~~|@|#|(\\.\\./)+(app|server))(/|$)|^(vue|nuxt|pinia|dexie|chart\\.js|comlink|node:)',
              message: 'core/ is pure TypeScript: no interface, store, browser, server or Node imports.',
            },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'localStorage', 'fetch', 'process'],
    },
  },
  {
    // Tests may read files that ship with the project or with a development package.
    files: ['core/**/*.test.ts'],
    rules: { 'no-restricted-imports': 'off', 'no-restricted-globals': 'off' },
  },
  { rules: { 'vue/multi-word-component-names': 'off', '@typescript-eslint/no-explicit-any': 'error', 'vue/require-default-prop': 'off' } },
).append(prettier)
