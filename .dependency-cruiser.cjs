/** The arrows of the project: core <- contract <- application <- server, web. Nothing points back. */
const room = (name, allowed) => ({
  name: `${name}-reaches-too-far`,
  severity: 'error',
  comment: `${name} may import only from itself${allowed.length ? ` and ${allowed.join(', ')}` : ''}`,
  from: { path: `^${name}/` },
  to: { path: '^(core|contract|application|server|web|e2e|bin)/', pathNot: `^(${[name, ...allowed].join('|')})/` },
})
module.exports = {
  forbidden: [
    room('core', []),
    room('contract', ['core']),
    room('application', ['core', 'contract']),
    room('server', ['core', 'contract', 'application']),
    room('web', ['core', 'contract', 'application']),
    {
      name: 'core-needs-no-package',
      severity: 'error',
      comment: 'beside readers and writers of open formats, dates and polygon arithmetic, core is its own',
      from: { path: '^core/', pathNot: '[.]test[.]ts$' },
      to: {
        dependencyTypes: ['npm', 'npm-dev', 'core'],
        pathNot:
          'node_modules/(@types/)?(papaparse|ics|date-fns|clipper-lib|dxf-parser|fast-xml-parser|svgpath)/',
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
