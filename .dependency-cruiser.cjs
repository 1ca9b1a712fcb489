/** The map of the house as rules: arrows point down only, core is pure, nothing goes in circles. */
const TESTS = '\\.test\\.tsx?$';
/** Each folder of core with the folders it may import besides itself; result.ts and indices.ts are open to all. */
const MAY = {
  stitch: [],
  chart: ['stitch'],
  notation: ['chart', 'stitch'],
  shelf: ['notation', 'chart', 'stitch'],
  piece: ['chart', 'stitch'],
  journal: ['piece', 'stitch'],
  cue: ['piece', 'chart', 'stitch'],
  place: ['piece', 'chart', 'stitch'],
  inspect: ['piece', 'chart', 'stitch'],
  repair: ['cue', 'piece', 'chart', 'stitch'],
  fabric: ['piece', 'chart', 'stitch'],
  plan: ['place', 'piece', 'chart', 'stitch'],
  draft: ['notation', 'plan', 'piece', 'chart', 'stitch'],
  formats: ['draft', 'journal', 'plan', 'notation', 'piece', 'chart', 'stitch'],
};

const layers = Object.entries(MAY).map(([folder, below]) => ({
  name: `core-${folder}-points-down`,
  severity: 'error',
  from: { path: `^core/${folder}/`, pathNot: TESTS },
  to: {
    path: '^core/',
    pathNot: [`^core/(${[folder, ...below].join('|')})/`, '^core/(result|indices)\\.ts$'],
  },
}));

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/', pathNot: [TESTS, '^core/testing/', 'schema\\.ts$'] },
      to: { pathNot: '^core/' },
    },
    {
      name: 'core-schemas-use-zod-alone',
      severity: 'error',
      from: { path: '^core/.*schema\\.ts$' },
      to: { pathNot: ['^core/', 'node_modules/zod/'] },
    },
    {
      name: 'test-helpers-stay-in-tests',
      severity: 'error',
      from: { pathNot: [TESTS, '^core/testing/'] },
      to: { path: '^core/testing/' },
    },
    {
      name: 'ui-knows-no-database',
      severity: 'error',
      from: { path: '^app/(ui|messages|journal)/', pathNot: TESTS },
      to: { path: '^app/(db|routes)/' },
    },
    {
      name: 'nothing-unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: ['^virtual:', '\\+types/'] },
    },
    ...layers,
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\+types/' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
      exportsFields: ['exports'],
      conditionNames: ['node', 'import', 'types', 'default'],
    },
  },
};
