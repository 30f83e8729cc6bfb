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
    // What a tape said counts where the layout weighs it; all others ask the layout how long a pipe is.
    files: ['core/**/*.ts', 'server/**/*.ts', 'app/sheets/**/*.ts', 'app/drawing/**/*.ts'],
    ignores: ['core/layout/**', 'core/edits/**', 'core/findings/measuredDiffers.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'MemberExpression[property.name="measured"]:not([object.name=/^(section|draft|marks)$/]):not([object.property.name="marks"])',
          message: 'A length off a tape is not how long a pipe is: ask the layout (linkLine, hoseOf, laidCarry, laidOverflow, laidPump).',
        },
      ],
    },
  },
  {
    files: ['core/**/*.ts', 'server/**/*.ts', 'app/**/*.{ts,vue}'],
    ignores: ['core/units/intl.ts', '**/*.test.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        ...['NumberFormat', 'DateTimeFormat'].map((property) => ({
          object: 'Intl',
          property,
          message: 'Formats are kept, since making one is slow: ask numberFormat or dateFormat of core/units/intl.',
        })),
        // Each of these makes one too.
        ...['toLocaleString', 'toLocaleDateString', 'toLocaleTimeString'].map((property) => ({
          property,
          message: 'It makes a format each time, which is slow: ask numberFormat or dateFormat of core/units/intl.',
        })),
      ],
    },
  },
  {
    // What was thrown is told in the reader's language where its words are known: an error's own message is English.
    files: ['app/**/*.{ts,vue}'],
    ignores: ['app/sheets/**', 'app/drawing/**', '**/*.test.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'MemberExpression[property.name="message"][object.name=/^(error|reason|cause|problem|failure)$/]',
          message: "An error's message is English: tell problemOf(error) by sayProblem, or put it into a message as a value.",
        },
        {
          // The history and the notices outlive a change of language and of units.
          selector:
            'CallExpression[callee.name=/^(message|fieldEdit|saying)$/] CallExpression[callee.name=/^(say|text|sayPart|sayProblem)$/]',
          message: 'What is said already stays in its language and its units: put in a word, a quantity or saying(…).',
        },
        {
          // So does what stands under a field or in a dialog until it is put right.
          selector:
            ':matches(AssignmentExpression[left.type="MemberExpression"], ThrowStatement) CallExpression[callee.name=/^(say|text|sayPart|sayProblem|sayMessage)$/]',
          message: 'What is kept to be read later is kept as a message(…), and said where it is shown.',
        },
      ],
    },
  },
  {
    // Tests may read files that ship with the project or with a development package.
    files: ['core/**/*.test.ts'],
    rules: { 'no-restricted-imports': 'off', 'no-restricted-globals': 'off' },
  },
  { rules: { 'vue/multi-word-component-names': 'off', '@typescript-eslint/no-explicit-any': 'error', 'vue/require-default-prop': 'off' } },
).append(prettier)
