import type { Brief } from '@sable/core';

type Group = Readonly<Record<string, unknown>>;

/** The figure of a brief at a pointer of one or two steps: `/budget`, `/hill/gradePct`. */
export function figureAt(brief: Brief, pointer: string): number | undefined {
  const [, first, second] = pointer.split('/');
  const at = brief[first as keyof Brief] as unknown;
  const value = second === undefined ? at : (at as Group | undefined)?.[second];
  return value as number | undefined;
}

const without = (group: Group, key: string): Group => {
  const { [key]: _gone, ...rest } = group;
  return rest;
};

/**
 * The brief with that figure changed. Without a value the figure is taken out. Where `begins` is given the figure is what
 * its group stands or falls with: a value begins the group with those beside it, none takes the whole group away.
 */
export function withFigure(brief: Brief, pointer: string, value: number | undefined, begins?: Group): Brief {
  const [, first, second] = pointer.split('/') as [string, string, string?];
  const plain = brief as unknown as Group;
  if (second === undefined)
    return (value === undefined ? without(plain, first) : { ...plain, [first]: value }) as unknown as Brief;
  if (value === undefined && begins) return without(plain, first) as unknown as Brief;
  const group = { ...begins, ...(plain[first] as Group | undefined) };
  const changed = value === undefined ? without(group, second) : { ...group, [second]: value };
  return { ...plain, [first]: changed } as unknown as Brief;
}

/** What a schema can’t say of a brief: undefined where nothing is wrong. */
export function bandFault(brief: Brief): { pointer: string; message: string } | undefined {
  if (brief.band.highRpm > brief.band.lowRpm) return undefined;
  return {
    pointer: '/band/highRpm',
    message: `The upper rpm limit must be higher than the lower one, ${brief.band.lowRpm} rpm.`,
  };
}
