/** The layers of the design, checked in the test run. */
const within = (...folders) => folders.map((folder) => `^src/${folder}/`).join('|');

/**
 * The floors of core, the lowest first: a folder may import from its own and
 * lower ones. Folders of one floor know nothing of each other. Types alone may
 * be named upwards, such as that of a command in what mends a proof note.
 */
const FLOORS = [
  ['place', 'scale', 'type'],
  ['named'],
  ['time', 'style'],
  ['text'],
  ['scene'],
  ['mark'],
  ['table'],
  ['fact'],
  ['figure'],
  ['spark', 'inspect'],
  ['document'],
  ['report'],
  ['proof'],
  ['item'],
  ['change'],
];

const core = (folders) => `^src/core/(${folders.join('|')})/`;

const FLOOR_RULES = FLOORS.slice(0, -1).map((folders, index) => ({
  name: `core-floor-${index + 1}-${folders.join('-')}`,
  comment: 'inside core, lower floors know nothing of higher ones',
  severity: 'error',
  from: { path: core(folders) },
  to: { path: core(FLOORS.slice(index + 1).flat()), dependencyTypesNot: ['type-only'] },
}));

module.exports = {
  forbidden: [
    ...FLOOR_RULES,
    {
      name: 'core-stands-alone',
      comment: 'core is imported by everything and imports nothing above it',
      severity: 'error',
      from: { path: within('core') },
      to: { path: within('formats', 'server', 'pages', 'ui', 'workers', 'cli', 'page') },
    },
    {
      name: 'core-has-no-runtime',
      comment: 'core computes: no Node, no React, no server, no DOM library',
      severity: 'error',
      from: { path: within('core') },
      to: {
        path: '^node:|node_modules/(react|react-dom|zustand|kysely|pg|astro|fontkit|@resvg|papaparse|apexcharts)/',
        dependencyTypesNot: ['type-only'],
      },
    },
    {
      name: 'core-knows-no-node',
      comment: 'core runs in browsers and workers too',
      severity: 'error',
      from: { path: within('core') },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'formats-below-server-and-ui',
      comment: 'formats do not import the server, pages or the interface',
      severity: 'error',
      from: { path: within('formats') },
      to: { path: within('server', 'pages', 'ui', 'workers', 'cli') },
    },
    {
      name: 'ui-does-not-reach-the-server',
      comment: 'the interface talks to the server over HTTP only',
      severity: 'error',
      from: { path: within('ui', 'workers') },
      to: { path: within('server', 'pages', 'cli') },
    },
    {
      name: 'browser-without-node-formats',
      comment: 'fonts, outlines and PNG need Node; in the browser the server makes them',
      severity: 'error',
      from: { path: within('ui', 'workers') },
      to: { path: '^src/formats/(fonts|outlines|embed|png|pdf|figure-file|figure-page)' },
    },
    {
      name: 'pages-that-are-handed-off-stand-alone',
      comment: 'the script of a page runs where there is no Rizo: it is made of core alone',
      severity: 'error',
      from: { path: within('page') },
      to: { path: within('formats', 'server', 'pages', 'ui', 'workers', 'cli') },
    },
    {
      name: 'server-without-interface',
      comment: 'only pages bring server and interface together',
      severity: 'error',
      from: { path: within('server', 'cli') },
      to: { path: within('ui', 'pages', 'workers') },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
