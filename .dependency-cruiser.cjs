/**
 * Inside the core, imports follow the data: a step may use those before it, never those after. `plan` composes the
 * steps; what reads plans comes last.
 */
const ORDER = ['measure', 'piece', 'geometry', 'bodies', 'drawing', 'reference', 'work', 'hardware', 'wood', 'condition', 'cause', 'glue', 'clamping', 'sheet', 'mend', 'takeapart', 'glueup', 'truing', 'quick', 'plan', 'record', 'shop']
const later = i => ORDER.slice(i + 1)

module.exports = {
  forbidden: [
    ...ORDER.slice(0, -1).map((step, i) => ({
      name: `core-order-${step}`, severity: 'error', comment: 'Imports in the core run one way.',
      from: { path: `^core/${step}/`, pathNot: '\\.test\\.ts$' }, to: { path: `^core/(${later(i).join('|')})/` },
    })),
    { name: 'core-is-pure', severity: 'error', from: { path: '^core', pathNot: '\\.test\\.ts$' }, to: { pathNot: ['^core', '/(zod|fraction\\.js|gl-matrix|date-fns|@date-fns|makerjs|papaparse|ml-matrix)/'] } },
    { name: 'shared-only-core', severity: 'error', comment: 'What both sides say to each other knows neither.', from: { path: '^shared' }, to: { pathNot: ['^shared', '(^|#)core/', '/zod/'] } },
    { name: 'logic-without-screens', severity: 'error', from: { path: '^app/logic', pathNot: '\\.test\\.ts$' }, to: { path: '^app/(?!logic)|/(vue|pinia|nuxt)/' } },
    { name: 'app-not-server', severity: 'error', from: { path: '^app' }, to: { path: '(^|~~/|@@/)(server|cli|demo)/' } },
    { name: 'server-not-app', severity: 'error', from: { path: '^server' }, to: { path: '(^|~~/|@@/)(app|cli|demo)/' } },
    { name: 'cli-only-core', severity: 'error', comment: 'Copies of the data are made and put back without a server.', from: { path: '^cli', pathNot: '\\.test\\.ts$' }, to: { path: '^(app|server|demo)', pathNot: '^server/(db/(backup|open-errors)|gate/passphrase)\\.ts$' } },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
  ],
  options: { doNotFollow: { path: 'node_modules' }, tsPreCompilationDeps: true, tsConfig: { fileName: '.nuxt/tsconfig.json' }, exclude: { path: ['\\.nuxt/', '\\.output/'] } },
}
