/**
 * The floors of the house, lowest first: an import goes down, or to a lower-ranked neighbour's public face, never up and
 * never round. A floor with rooms lists them in rank: a room may use those that stand before it. Folders on disk that
 * are not listed here are a fault of the lint.
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
          'gearing',
          'acceleration',
          'mounts',
          'fit',
          'strength',
          'survey',
          'noise',
          'donor',
          'joints',
          'money',
          'lineup',
        ],
      },
      { name: 'pipeline' },
      { name: 'solvers', rooms: ['placement', 'recipe', 'ratioSweep'] },
      { name: 'assess' },
      { name: 'sums' },
      { name: 'formats' },
    ],
  },
];
