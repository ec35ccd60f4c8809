/** The names under which answers of the server are remembered: all in one place, so that what goes stale is seen. */
export const KEYS = {
  builds: ['builds'],
  demo: ['demo'],
  build: (id: string) => ['build', id],
  library: ['library'],
  librarySteps: ['library-steps'],
  row: (kind: string, source: unknown) => ['row', kind, source],
  rowHistory: (kind: string, id: string) => ['library', 'history', kind, id],
  yard: (query: unknown) => ['yard', query],
  yardOf: (engineId: string | undefined) => ['yard-of', engineId],
  watched: ['watched'],
} as const;
