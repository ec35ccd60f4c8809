/** Anything of a row with every evidence in it lowered to estimated: it was told of another one. */
export function weakened<T>(value: T): T {
  if (Array.isArray(value)) return value.map((v) => weakened<unknown>(v)) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, v]) => [key, key === 'evidence' ? 'estimated' : weakened<unknown>(v)]),
  ) as T;
}
