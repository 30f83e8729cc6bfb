/** Mutations of the core, each run against the core's tests that reach it: `npm run mutate -- core/vessel`. */
export default {
  testRunner: 'vitest',
  plugins: ['@stryker-mutator/vitest-runner'],
  coverageAnalysis: 'perTest',
  // What only runs while a module is loaded is tables and schemas: every test of the core would have to be run for each.
  ignoreStatic: true,
  disableBail: false,
  reporters: ['clear-text', 'json'],
  jsonReporter: { fileName: 'test-results/mutation.json' },
  clearTextReporter: { allowColor: false, reportTests: false },
  vitest: { configFile: 'vitest.mutate.config.ts' },
  concurrency: 2,
  tempDirName: '.stryker-tmp',
  ignorePatterns: ['!.nuxt', '.output', 'docs', 'e2e', 'test-results', 'hostile', 'bench'],
}
