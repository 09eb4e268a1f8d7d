/** Who may import whom. The core knows nothing of the rest, stages know only earlier ones, and no arrow runs back. */
const TESTS = '\\.test\\.tsx?$';
const OURS = '^(src|demo|e2e|bench)/';

/** What lies in one folder of src may import itself and what is allowed, each by a path below src. */
const between = (name, from, allowed, more = {}) => ({
  name,
  severity: 'error',
  from: { path: `^src/${from}/`, pathNot: [TESTS, ...(more.fromNot ?? [])] },
  to: { path: OURS, pathNot: [`^src/${from}/`, ...allowed.map((a) => `^src/${a}`)], ...more.to },
});
const core = (name, allowed) => ({
  name: `core-${name}`,
  severity: 'error',
  from: { path: `^src/core/${name}/`, pathNot: TESTS },
  to: { path: '^src/core/', pathNot: [`^src/core/${name}/`, ...allowed.map((a) => `^src/core/${a}/index\\.ts$`)] },
});

/** In the order of the work: each may use what those before it give out by their index, and nothing else of them. */
const STAGES = [
  'people',
  'question',
  'retrieve',
  'merge',
  'classify',
  'sieve',
  'decide',
  'works',
  'checks',
  'search',
  'library',
  'found',
  'write-up',
  'review',
];
const SERVER_SIDE = '(?!screens/)';
const stage = (name, at) => ({
  name: `stage-${name}`,
  comment: 'The server side of a stage: the core, the platform, and the index of earlier stages.',
  severity: 'error',
  from: { path: `^src/stages/${name}/${SERVER_SIDE}`, pathNot: TESTS },
  to: {
    path: OURS,
    pathNot: [
      `^src/stages/${name}/${SERVER_SIDE}`,
      '^src/(core|platform)/',
      ...STAGES.slice(0, at).map((s) => `^src/stages/${s}/index\\.ts$`),
    ],
  },
});
const screens = (name) => ({
  name: `screens-${name}`,
  comment: 'Screens: our components, the core, how the browser asks, the sheet and list of works, and types of their own stage.',
  severity: 'error',
  from: { path: `^src/stages/${name}/screens/`, pathNot: TESTS },
  to: {
    path: OURS,
    pathNot: [`^src/stages/${name}/`, '^src/(ui|core|client)/', '^src/stages/works/screens/index\\.ts$'],
  },
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    between('core', 'core', []),
    between('platform', 'platform', ['core/(?:storage|edits)/'], { fromNot: ['^src/platform/db/schema/'] }),
    {
      name: 'tables-use-types-of-the-core',
      severity: 'error',
      from: { path: '^src/platform/db/schema/' },
      to: { path: '^src/(?!platform/db/)', dependencyTypesNot: ['type-only'] },
    },
    ...STAGES.map(stage),
    ...STAGES.map(screens),
    {
      name: 'screens-know-only-types-of-the-server',
      severity: 'error',
      from: { path: '^src/(stages/[^/]+/screens|client)/', pathNot: [TESTS, '/actions\\.ts$'] },
      to: { path: '^src/(platform/|stages/(?!works/screens/)[^/]+/(?!screens/)|stages/[^/]+\\.ts$)', dependencyTypesNot: ['type-only'] },
    },
    between('client', 'client', ['core/', 'workers/sieve\\.worker\\.ts$', 'ui/', 'stages/[^/]+\\.ts$', 'platform/verbs/']),
    between('workers', 'workers', ['core/', 'platform/', 'stages/[^/]+\\.ts$', 'stages/[^/]+/index\\.ts$']),
    between('cli', 'cli', ['core/']),
    between('ui', 'ui', ['core/']),
    between('app', 'app', ['stages/', 'platform/', 'client/', 'ui/', 'core/']),
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
    core('edits', []),
    core('find', []),
    core('record', []),
    core('vocabularies', ['record']),
    core('venues', ['record', 'vocabularies']),
    core('formats', ['record', 'vocabularies', 'venues']),
    core('classify', ['record', 'vocabularies', 'venues', 'holdings']),
    core('likely', ['record', 'vocabularies', 'classify']),
    core('merge', ['record', 'vocabularies', 'formats']),
    core('query', ['record']),
    core('full-text', ['record', 'merge']),
    core('sieve', ['record', 'vocabularies', 'classify', 'merge', 'query']),
    core('storage', ['record', 'vocabularies', 'venues', 'classify', 'likely', 'merge', 'sieve']),
    core('derive', ['record', 'classify', 'likely', 'merge', 'parity', 'storage']),
    core('judge', [...['record', 'vocabularies', 'venues', 'classify', 'likely', 'merge', 'sieve', 'storage', 'holdings', 'derive']]),
    core('parity', ['record', 'vocabularies', 'venues', 'classify', 'sieve']),
    core('grounds', ['record', 'vocabularies', 'venues', 'classify', 'sieve']),
    core('checks', ['record', 'vocabularies', 'venues', 'formats', 'classify', 'merge', 'sieve']),
    core('readers', ['flow', 'checks']),
    core('flow', ['record', 'vocabularies', 'venues', 'classify', 'sieve', 'parity', 'grounds']),
    core('cite', ['record', 'formats']),
    core('write-up', ['record', 'vocabularies', 'classify', 'sieve', 'parity', 'grounds', 'checks', 'flow', 'cite', 'readers', 'found']),
    core('holdings', ['record']),
    core('pasted', ['record', 'found']),
    core('found', []),
    core('books', ['record', 'formats', 'formats/xml', 'merge']),
    core('citations', ['record', 'formats', 'formats/xml', 'merge', 'pasted', 'found']),
    core('requests', ['record']),
    core('search', ['found', 'record', 'formats', 'formats/xml', 'query', 'sieve', 'parity', 'checks', 'classify']),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
