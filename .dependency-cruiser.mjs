/** Which part of the source may import which: the order in docs/architecture.md, checked. */

/** Folders of the core, each may import those before it. */
export const coreOrder = [
  'geometry',
  'statistics',
  'job',
  'materials',
  'wifi',
  'templates',
  'propagation',
  'media',
  'speedtest',
  'survey',
  'network',
  'wiring',
  'coverage',
  'calibration',
  'design',
  'install',
  'proof',
  'sync',
  'checks',
  'optimise',
  'practice',
  'formats',
  'papers',
  'progress',
  'calc',
];
/** Folders of the source, each may import those it names. */
export const layers = {
  core: [],
  solver: ['core'],
  standins: ['core'],
  server: ['core', 'standins', 'workers'],
  workers: ['core', 'solver'],
  ui: ['core'],
  client: ['core', 'workers', 'ui'],
  editor: ['core', 'workers', 'ui', 'client'],
  panels: ['core', 'workers', 'ui', 'client', 'editor'],
  shell: ['core', 'workers', 'ui', 'client', 'editor', 'panels'],
  features: ['core', 'workers', 'ui', 'client', 'editor', 'panels', 'shell'],
  app: ['core', 'server', 'standins', 'ui', 'client', 'editor', 'panels', 'shell', 'features'],
};
/** Tests and what serves them alone may import everything. */
const product = { pathNot: ['\\.test\\.ts$', '^src/testing/'] };
const oneOf = (names) => `(${names.join('|')})`;

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    ...Object.entries(layers).map(([layer, below]) => ({
      name: `${layer}-imports-below`,
      severity: 'error',
      from: { path: `^src/${layer}/`, ...product },
      to: { path: '^src/', pathNot: `^src/${oneOf([layer, ...below])}/` },
    })),
    ...coreOrder.map((folder, i) => ({
      name: `core-${folder}-imports-earlier`,
      severity: 'error',
      from: { path: `^src/core/${folder}/`, ...product },
      to: { path: '^src/core/', pathNot: `^src/core/${oneOf(coreOrder.slice(0, i + 1))}/` },
    })),
    {
      name: 'core-packages',
      severity: 'error',
      from: { path: '^src/core', ...product },
      to: {
        dependencyTypes: ['npm', 'core', 'npm-dev'],
        pathNot:
          'node_modules/(zod|papaparse|d3-contour|d3-polygon|polylabel|polyclip-ts|ml-matrix|dxf-parser|@noble/hashes|xmlbuilder2|@types/(papaparse|d3-contour|d3-polygon|polylabel))/',
      },
    },
    {
      name: 'features-apart',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/$1/' },
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
