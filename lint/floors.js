/**
 * The floors of the house, lowest first: an import goes down, or to a lower-ranked neighbour's public face, never up and
 * never round. A floor with rooms lists them in rank: a room may use those that stand before it. Folders on disk that
 * are not listed here are a fault of the lint. Only a house with a package has faces: its rooms show an index.ts to others.
 */
export const HOUSES = [
  {
    root: 'core/src',
    package: '@sable/core',
    floors: [
      { name: 'units' },
      { name: 'model' },
      { name: 'geometry' },
      {
        name: 'questions',
        rooms: [
          'curve',
          'engine',
          'mass',
          'brakes',
          'gearing',
          'cooling',
          'acceleration',
          'donor',
          'mounts',
          'claims',
          'brackets',
          'fit',
          'strength',
          'survey',
          'taped',
          'noise',
          'plausible',
          'plates',
          'wiring',
          'joints',
          'money',
          'lineup',
        ],
      },
      { name: 'pipeline' },
      {
        name: 'solvers',
        rooms: [
          'placement',
          'recipe',
          'ratioSweep',
          'mountLayout',
          'moneyDraws',
          'workPlan',
          'stagePlan',
          'jointResolver',
        ],
      },
      { name: 'assess' },
      { name: 'sums' },
      { name: 'formats' },
    ],
  },
  {
    root: 'server/src',
    floors: [
      { name: 'db' },
      { name: 'http' },
      { name: 'store' },
      { name: 'files' },
      { name: 'standins' },
      { name: 'demo' },
      { name: 'jobs' },
      { name: 'routes' },
    ],
  },
  {
    root: 'web/src',
    floors: [
      { name: 'workers' },
      { name: 'hooks' },
      { name: 'pieces' },
      { name: 'validators' },
      {
        name: 'screens',
        rooms: [
          'shop',
          'brief',
          'survey',
          'donors',
          'lineup',
          'candidate',
          'fit',
          'mounts',
          'gearing',
          'weight',
          'joints',
          'wiring',
          'parts',
          'library',
        ],
      },
      { name: 'app' },
      // What tests of the page share.
      { name: 'testing' },
    ],
  },
];
