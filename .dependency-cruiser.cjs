/** The fences between the parts: docs/structure.md draws them, docs/decisions/0012-a-house-to-live-in.md says why. */

/**
 * The floors of the core, from the ground up. A folder imports only from folders before it, type imports counted, so that
 * no two can lean on one another.
 */
const FLOORS = [
  'units',
  'text',
  'pitch',
  'hands',
  'score',
  'rungs',
  'document',
  'learner',
  'analyse',
  'formats',
  'textures',
  'voicing',
  'counting',
  'pedal',
  'touch',
  'load',
  'fingering',
  'limits',
  'ladder',
  'care',
  'snags',
  'arrange',
  'keys',
  'handout',
  'practice',
  'listen',
  'improvise',
  'playback',
  'engrave',
  'sheets',
];

const floor = (name) => (name === 'units' ? '^src/lib/core/units\\.ts$' : `^src/lib/core/${name}/`);

module.exports = {
  forbidden: [
    ...FLOORS.slice(0, -1).map((name, index) => ({
      name: `${name}-is-below-what-comes-after`,
      severity: 'error',
      from: { path: floor(name), pathNot: '\\.test\\.ts$' },
      to: { path: FLOORS.slice(index + 1).map(floor) },
    })),
    {
      name: 'every-folder-has-a-floor',
      severity: 'error',
      from: { path: '^src/lib/core/', pathNot: FLOORS.map(floor) },
      to: {},
    },
    {
      name: 'core-is-pure',
      comment: 'The core imports nothing but itself and the readers of open formats.',
      severity: 'error',
      from: { path: '^src/lib/core', pathNot: '\\.test\\.ts$' },
      to: {
        pathNot: [
          '^src/lib/core',
          '^node_modules/(saxes|xmlchars|fflate|zod|midi-file|ts-fsrs|simple-statistics)/',
        ],
      },
    },
    {
      name: 'workers-see-core-only',
      severity: 'error',
      from: { path: '^src/lib/workers' },
      to: { path: '^src/(lib/(server|ui)|routes)' },
    },
    {
      name: 'tasks-are-core-alone',
      comment:
        'What runs in the work pool takes and gives plain records; the database stays with the thread that answers.',
      severity: 'error',
      from: { path: '^src/lib/server/work/tasks\\.ts$' },
      to: { path: '^src/', pathNot: '^src/lib/(core|server/work/paper)/' },
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
      name: 'no-circles-in-the-core',
      comment: 'Type imports count: a circle of types is a circle of thought.',
      severity: 'error',
      from: { path: '^src/lib/core', pathNot: '\\.test\\.ts$' },
      to: { circular: true },
    },
    {
      name: 'no-unknown-modules',
      severity: 'error',
      from: { pathNot: '\\.test\\.ts$' },
      to: { couldNotResolve: true, pathNot: '^\\$(app|env|service-worker)|^\\./\\$types|^\\.svelte-kit' },
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
