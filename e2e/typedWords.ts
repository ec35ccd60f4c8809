import type { Sable } from './sable.ts';

const known = new Map<string, readonly string[]>();

/** Words that people or the library wrote and that a screen shows as they are: names, sources, notes that hold a figure. */
export async function typedWords(sable: Sable): Promise<readonly string[]> {
  const had = known.get(sable.url);
  if (had) return had;
  const words = new Set<string>();
  const collect = (value: unknown): void => {
    if (typeof value === 'string') {
      if (/\d/.test(value) && value.length > 3) words.add(value);
    } else if (typeof value === 'object' && value !== null) Object.values(value).forEach(collect);
  };
  collect(await (await fetch(`${sable.url}/api/v1/library`)).json());
  for (const id of ['glider-tug', 'ice-racer', 'forestry-pickup', 'second-car']) collect(await sable.build(id));
  known.set(sable.url, [...words]);
  return [...words];
}
