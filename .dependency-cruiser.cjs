/** The layers of the design, checked in the test run. */
const within = (...folders) => folders.map((folder) => `^src/${folder}/`).join('|');

module.exports = {
  forbidden: [
    {
      name: 'core-stands-alone',
      comment: 'core is imported by everything and imports nothing above it',
      severity: 'error',
      from: { path: within('core') },
      to: { path: within('formats', 'server', 'pages', 'ui', 'workers', 'cli') },
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
      to: { path: '^src/formats/(fonts|outlines|embed|png|figure-file)' },
    },
    {
      name: 'server-without-interface',
      comment: 'only pages bring server and interface together',
      severity: 'error',
      from: { path: within('server', 'cli') },
      to: { path: within('ui', 'pages', 'workers') },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
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
