/** What may be chosen: retired rows of the library only where they are chosen already. */
export const offered = <T extends { id: string; retired?: boolean }>(rows: readonly T[], chosen?: string): T[] =>
  rows.filter((r) => !r.retired || r.id === chosen);
