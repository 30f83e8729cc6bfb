const { STAGES } = require('./scripts/stages.cjs')

module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core/ runs in page, worker, server and test alike.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|server)/|node_modules/(vue|nuxt|pinia|dexie|chart\\.js|@headlessui|comlink)/' },
    },
    {
      name: 'core-knows-no-node',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    ...STAGES.map((stage, at) => ({
      name: `${stage}-before-what-follows`,
      severity: 'error',
      from: { path: `^core/${stage}/`, pathNot: '\\.test\\.ts$' },
      to: { path: `^core/(${STAGES.slice(at + 1).join('|') || 'nothing'})/` },
    })),
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: { doNotFollow: { path: 'node_modules' }, tsConfig: { fileName: '.nuxt/tsconfig.app.json' }, tsPreCompilationDeps: true },
}
