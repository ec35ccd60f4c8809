import { fieldWords } from '@sable/core/model';

/** A key of the data in words, for fields that nobody has named: "hitchHeightMm" is "hitch height". */
const spelled = (key: string): string =>
  key
    .replace(/(Mm|Kg|Nm|Kw|Kph|Rpm|Deg|Pct|Db|In|Km|M|L|C|N)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

type RowName = (key: string, list: string) => string | undefined;

/**
 * What the field at a pointer into a build is called, by the dictionary, with the row that it belongs to; or by the nearest
 * thing named there that holds it. `rowName` names a row by its id or its place in a list.
 */
export function fieldLabel(pointer: string, rowName: RowName): string {
  const keys = pointer
    .split('/')
    .slice(1)
    .filter((key) => key !== 'value');
  const own = keys[0] === 'candidates' ? 2 : 1;
  for (let n = keys.length; n > 0; n--) {
    const words = fieldWords(`/${keys.slice(0, n).join('/')}`);
    // A whole row is no field: its words are those of one figure in it.
    if (!words || (keys[0] === 'candidates' && n === 2)) continue;
    const rows = keys.slice(own, n).flatMap((key, i) => rowName(key, keys[own + i - 1] ?? '') ?? []);
    return [words.label, ...rows, ...named(keys, n, rowName)].join(', ');
  }
  return named(keys, own, rowName).join(', ') || 'all of it';
}

function named(keys: readonly string[], from: number, rowName: RowName) {
  return keys.slice(from).map((key, i) => rowName(key, keys[from + i - 1] ?? '') ?? spelled(key));
}
