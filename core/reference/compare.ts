import { ANSWER_NAMES, type Tolerance } from './map.ts';

export interface Miss {
  readonly field: string;
  readonly want: unknown;
  readonly got: unknown;
}

/** Compares expected with got, field by field; extra figures of ours are not looked at. */
export function compare(want: unknown, got: unknown, tolerance: Tolerance, field = ''): Miss[] {
  const t = tolerance.keys?.[field.split('.').at(-1) ?? ''] ?? tolerance;
  const inner: Tolerance = t === tolerance ? tolerance : { ...t, keys: tolerance.keys ?? {} };
  if (t.mode === 'information') return [];
  if (typeof want === 'number') {
    if (typeof got !== 'number') return [{ field, want, got }];
    const allowed = Math.max(t.abs ?? 0, (t.rel ?? 0) * Math.abs(want));
    const ok = t.mode === 'atLeast' ? got >= want - (t.abs ?? 0) : Math.abs(got - want) <= allowed;
    return ok ? [] : [{ field, want, got }];
  }
  if (Array.isArray(want)) {
    if (!Array.isArray(got) || got.length !== want.length) return [{ field, want, got }];
    if (want.every((w) => typeof w === 'string')) {
      const same = [...want].sort().join('\n') === [...got].sort().join('\n');
      return same ? [] : [{ field, want, got }];
    }
    const plain = want.flatMap((w, i) => compare(w, got[i], inner, field));
    if (plain.length > 0 && t.mode === 'upToSign') {
      const opposite = want.flatMap((w, i) => compare(-(w as number), got[i], inner, field));
      if (opposite.length === 0) return [];
    }
    return plain;
  }
  if (want !== null && typeof want === 'object') {
    const g = (got ?? {}) as Record<string, unknown>;
    return Object.entries(want).flatMap(([key, w]) =>
      compare(w, g[ANSWER_NAMES[key] ?? key], inner, field === '' ? key : `${field}.${key}`),
    );
  }
  return want === got ? [] : [{ field, want, got }];
}
