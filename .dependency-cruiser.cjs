/** The arrows of the project: core <- contract <- application <- server, web. Nothing points back. */
const room = (name, allowed) => ({
  name: `${name}-reaches-too-far`,
  severity: 'error',
  comment: `${name} may import only from itself${allowed.length ? ` and ${allowed.join(', ')}` : ''}`,
  from: { path: `^${name}/` },
  to: {
    path: '^(core|contract|application|server|web|e2e|bin)/',
    pathNot: `^(${[name, ...allowed].join('|')})/`,
  },
})
/**
 * Which folder of core may know which: each knows itself, the files that lie in core itself, and those named here.
 * docs/code-map.md says what each is for.
 */
const KNOWS = {
  quantity: [],
  gas: ['quantity'],
  words: ['gas'],
  fields: ['quantity', 'words'],
  metal: ['quantity', 'fields'],
  flame: ['gas'],
  heat: ['metal'],
  learn: [],
  rig: ['quantity', 'gas', 'fields', 'metal'],
  piece: ['quantity', 'gas', 'fields', 'learn'],
  cut: ['quantity', 'gas', 'words', 'fields', 'flame', 'learn', 'rig', 'piece'],
  braze: ['quantity', 'gas', 'words', 'fields', 'metal', 'flame', 'heat', 'learn', 'rig', 'piece', 'cut'],
  'cut-sim': ['quantity', 'gas', 'metal', 'cut'],
  outline: ['cut'],
  template: ['cut', 'words'],
  stock: ['quantity', 'fields'],
  line: ['quantity', 'gas', 'words', 'fields', 'metal', 'flame', 'rig', 'piece', 'cut', 'braze'],
  check: ['quantity', 'gas', 'fields', 'learn', 'piece', 'cut', 'braze', 'line'],
  record: ['quantity', 'gas', 'fields', 'learn', 'line', 'check'],
  shop: ['quantity', 'fields', 'metal', 'braze', 'line', 'check'],
  sheet: ['quantity', 'gas', 'fields', 'metal', 'cut', 'braze', 'check', 'record'],
  instrument: ['quantity', 'check'],
  teach: ['quantity', 'gas', 'words', 'learn', 'flame', 'metal', 'heat', 'cut', 'cut-sim', 'line', 'check'],
}
const folder = (name, allowed) => ({
  name: `core-${name}-reaches-too-far`,
  severity: 'error',
  comment: `core/${name} may know ${allowed.join(', ') || 'no other folder'}`,
  from: { path: `^core/${name}/`, pathNot: '([.]test|/test-support)[.]ts$' },
  to: { path: '^core/[^/]+/', pathNot: `^core/(${[name, ...allowed].join('|')})/` },
})
module.exports = {
  forbidden: [
    room('core', []),
    room('contract', ['core']),
    room('application', ['core', 'contract']),
    room('server', ['core', 'contract', 'application']),
    room('web', ['core', 'contract', 'application']),
    ...Object.entries(KNOWS).map(([name, allowed]) => folder(name, allowed)),
    {
      name: 'a-folder-of-core-says-what-it-knows',
      severity: 'error',
      comment: 'a new folder gets its line in KNOWS and in docs/code-map.md',
      from: { path: `^core/[^/]+/`, pathNot: `^core/(${Object.keys(KNOWS).join('|')})/` },
      to: {},
    },
    {
      name: 'core-files-know-quantities-alone',
      severity: 'error',
      from: { path: '^core/[^/]+[.]ts$', pathNot: '[.]test[.]ts$' },
      to: { path: '^core/[^/]+/', pathNot: '^core/quantity/' },
    },
    {
      name: 'core-needs-no-package',
      severity: 'error',
      comment:
        'beside readers and writers of open formats, dates, polygon arithmetic, statistics, differences and spaced repetition, core is its own',
      from: { path: '^core/', pathNot: '[.]test[.]ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot:
          'node_modules/(@types/)?(papaparse|ics|date-fns|clipper-lib|dxf-parser|fast-xml-parser|svgpath|diff|jstat|simple-statistics|ts-fsrs)/',
      },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    { name: 'no-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(dist|data|[.]tsbuild)/' },
    tsConfig: { fileName: 'tsconfig.base.json' },
    tsPreCompilationDeps: 'specify',
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.cjs', '.json'],
    },
  },
}
