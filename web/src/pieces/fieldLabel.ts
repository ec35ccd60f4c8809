import { fieldWords } from '@sable/core/model';

/** A key of the data in words, for fields that nobody has named: "hitchHeightMm" is "hitch height". */
const spelled = (key: string): string =>
  key
    .replace(/(Mm|Kg|Nm|Kw|Kph|Rpm|Deg|Pct|Db|In|Km|M|L|C|N)$/, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();

/**
 * What the field at a pointer into a build is called, by the dictionary, or by the nearest thing named there that holds
 * it. `rowName` names a row by its id or its place in a list.
 */
export function fieldLabel(pointer: string, rowName: (key: string, list: string) => string | undefined): string {
  const keys = pointer
    .split('/')
    .slice(1)
    .filter((key) => key !== 'value');
  for (let n = keys.length; n > 0; n--) {
    const words = fieldWords(`/${keys.slice(0, n).join('/')}`);
    // A whole row is no field: its words are those of one figure in it.
    if (words && !(keys[0] === 'candidates' && n === 2)) return [words.label, ...named(keys, n, rowName)].join(', ');
  }
  return named(keys, keys[0] === 'candidates' ? 2 : 1, rowName).join(', ') || 'all of it';
}

function named(keys: readonly string[], from: number, rowName: (key: string, list: string) => string | undefined) {
  return keys.slice(from).map((key, i) => rowName(key, keys[from + i - 1] ?? '') ?? spelled(key));
}
