/** The fences between the parts: see docs/decisions/0001-shape-of-the-code.md. */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'The core imports nothing but itself and the readers of open formats.',
      severity: 'error',
      from: { path: '^src/lib/core', pathNot: '\\.test\\.ts$' },
      to: { pathNot: ['^src/lib/core', '^node_modules/(saxes|xmlchars|fflate|zod|midi-file)/'] },
    },
    {
      name: 'workers-see-core-only',
      severity: 'error',
      from: { path: '^src/lib/workers' },
      to: { path: '^src/(lib/(server|ui)|routes)' },
    },
    {
      name: 'no-server-in-the-browser',
      severity: 'error',
      from: { path: '^src/(lib/ui|lib/workers|routes/.*\\.svelte)' },
      to: { path: '^src/lib/server', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'no-unknown-modules',
      severity: 'error',
      from: { pathNot: '\\.test\\.ts$' },
      to: { couldNotResolve: true, pathNot: '^\\$(app|env)|^\\./\\$types|^\\.svelte-kit' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.fences.json' },
    extraExtensionsToScan: ['.svelte'],
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'svelte', 'default', 'types'],
    },
  },
};
