/** Who may import whom. The core knows nothing of the rest, and inside it the arrows go one way. */
const TESTS = '\\.test\\.ts$';
const between = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^src/${from}/`, pathNot: TESTS },
  to: { path: '^(src|demo|e2e|bench)/', pathNot: [`^src/${from}/`, ...allowed.map((a) => `^src/${a}`)] },
});
const core = (name, allowed) => ({
  name: `core-${name}`,
  severity: 'error',
  from: { path: `^src/core/${name}/`, pathNot: TESTS },
  to: { path: '^src/core/', pathNot: [`^src/core/${name}/`, ...allowed.map((a) => `^src/core/${a}/index\\.ts$`)] },
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    between('core', 'core', []),
    between('db', 'db', ['core/']),
    between('server', 'server', ['core/', 'db/']),
    between('jobs', 'jobs', ['server/', 'core/', 'db/']),
    between('workers', 'workers', ['core/']),
    between('cli', 'cli', ['core/']),
    between('ui', 'ui', []),
    between('features', 'features', ['ui/', 'core/', 'workers/', 'server/']),
    between('app', 'app', ['features/', 'server/', 'ui/', 'core/']),
    {
      name: 'only-actions-call-the-server',
      comment: 'In features only actions call use cases; others may use their types.',
      severity: 'error',
      from: { path: '^src/features/', pathNot: '/actions\\.ts$' },
      to: { path: '^src/server/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core-is-pure',
      comment: 'No interface, database, file system or network in the core; only small pure packages.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TESTS },
      to: {
        path: 'node_modules',
        pathNot: [
          'node_modules/zod/',
          'node_modules/@retorquere/bibtex-parser/',
          'node_modules/@eslint-community/regexpp/',
          'node_modules/citeproc/',
        ],
      },
    },
    { name: 'core-no-node', severity: 'error', from: { path: '^src/core/', pathNot: TESTS }, to: { dependencyTypes: ['core'] } },
    core('record', []),
    core('vocabularies', ['record']),
    core('venues', ['record', 'vocabularies']),
    core('formats', ['record', 'vocabularies', 'venues']),
    core('classify', ['record', 'vocabularies', 'venues']),
    core('merge', ['record', 'vocabularies', 'formats']),
    core('query', ['record']),
    core('sieve', ['record', 'vocabularies', 'classify', 'merge', 'query']),
    core('parity', ['record', 'vocabularies', 'venues', 'classify', 'sieve']),
    core('grounds', ['record', 'vocabularies', 'venues', 'classify', 'sieve']),
    core('checks', ['record', 'vocabularies', 'venues', 'formats', 'classify', 'merge', 'sieve']),
    core('flow', ['record', 'vocabularies', 'venues', 'classify', 'sieve', 'parity', 'grounds']),
    core('cite', ['record', 'formats']),
    core('write-up', ['record', 'vocabularies', 'classify', 'sieve', 'parity', 'grounds', 'checks', 'flow', 'cite']),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
