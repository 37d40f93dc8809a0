/**
 * The import rules of docs/architecture.md: imports run one way.
 * The stages of core/ stand in the order of the walk from bytes to a drawing; each may import only what stands before it.
 */
const walk = [
  'calendar',
  'decimals',
  'statistics',
  'then',
  'reading',
  'inference',
  'sense',
  'spec',
  'grain',
  'shaping',
  'recommend',
  'looking',
  'layout',
  'checks',
  'starts',
  'boards',
  'deliveries',
  'api',
];

const stageRules = walk.map((stage, at) => ({
  name: `core-${stage}-knows-no-later-stage`,
  severity: 'error',
  from: { path: `^core/${stage}/`, pathNot: '\\.test\\.ts$' },
  to: {
    path: `^core/(${walk
      .slice(at + 1)
      .concat('no-such-stage')
      .join('|')})/`,
  },
}));

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    ...stageRules,
    {
      name: 'calendar-stands-alone',
      severity: 'error',
      from: { path: '^core/calendar/' },
      to: { path: '^core/(?!calendar/)' },
    },
    {
      name: 'core-has-no-interface-and-no-outside',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^(app|ui|server|workers|demo|node_modules/(react|react-dom|next|antd|recharts|pg|drizzle-orm)(/|$))',
      },
    },
    {
      name: 'core-has-no-node',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'server-knows-no-interface',
      severity: 'error',
      from: { path: '^server/', pathNot: '^server/pictures/draw-job\\.tsx$' },
      to: { path: '^(app|ui|workers)/' },
    },
    {
      name: 'pictures-draw-with-what-the-screen-draws-with',
      severity: 'error',
      from: { path: '^server/pictures/draw-job\\.tsx$' },
      to: { path: '^(app|workers|ui/(?!chart/|board/picture/))' },
    },
    { name: 'ui-knows-no-server', severity: 'error', from: { path: '^ui/' }, to: { path: '^(app|server|demo)/' } },
    {
      name: 'workers-know-only-core',
      severity: 'error',
      from: { path: '^workers/' },
      to: { path: '^(app|ui|server|demo)/' },
    },
    {
      name: 'testing-is-for-tests',
      severity: 'error',
      from: { pathNot: '(\\.test\\.ts$|^testing/|^e2e/)' },
      to: { path: '^testing/' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-unresolved', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.cjs', '.json', '.css'],
    },
  },
};
