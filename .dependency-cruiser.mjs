/** Which part of the source may import which: the order in docs/architecture.md, checked. */
const only = (name, from, forbidden) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.ts$' },
  to: { path: forbidden },
});
export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    only('core-is-alone', '^src/core', '^src/(app|features|ui|server|workers|standins)'),
    {
      name: 'core-packages',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'core', 'npm-dev'],
        pathNot:
          'node_modules/(zod|papaparse|d3-contour|ml-matrix|dxf-parser|@types/(papaparse|d3-contour))/',
      },
    },
    only('standins-know-core-only', '^src/standins', '^src/(app|features|ui|server|workers)'),
    only('workers-know-core-only', '^src/workers', '^src/(app|features|ui|server|standins)'),
    only('ui-knows-no-feature', '^src/ui', '^src/(app|features|server|standins)'),
    only('server-below-features', '^src/server', '^src/(app|features|ui|workers)'),
    only('features-below-app', '^src/features', '^src/app'),
    {
      name: 'features-apart',
      severity: 'error',
      from: { path: '^src/features/([^/]+)/' },
      to: { path: '^src/features/', pathNot: '^src/features/($1|sheet|shell)/' },
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
