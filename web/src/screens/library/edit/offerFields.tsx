import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import type { ReactNode } from 'react';
import { QuantityField, WordsField } from '../../../pieces/fields.tsx';
import type { NodeProps } from '../../../pieces/form/Node.tsx';
import { ItemsGrid } from './ItemsGrid.tsx';

/** The fields of an offer that are another thing than elsewhere under the same name, or are filled together. */
export function offerFields<V extends Readonly<Record<string, unknown>>>(
  value: V,
  put: (next: V) => void,
): Record<string, (p: NodeProps) => ReactNode> {
  const currency = value['currency'];
  const errorOf = (p: NodeProps) => p.problems.find((f) => f.pointer === p.at)?.message;
  return {
    distanceKm: (p) => (
      <QuantityField
        label="Away"
        quantity="travelledKm"
        value={p.value as number | undefined}
        min={0}
        max={20000}
        optional
        error={errorOf(p)}
        onCommit={p.onChange}
      />
    ),
    price: (p) => (
      <QuantityField
        label="Asking price"
        quantity="money"
        {...(currency ? { currency: String(currency) } : {})}
        value={p.value as number | undefined}
        min={0}
        max={1e6}
        optional
        error={errorOf(p)}
        onCommit={p.onChange}
      />
    ),
    currency: (p) => (
      <WordsField
        label="Currency"
        value={(p.value as string | undefined) ?? ''}
        maxLength={3}
        help="three letters: EUR"
        error={errorOf(p)}
        onCommit={(v) => p.onChange(v === '' ? undefined : v.toUpperCase())}
      />
    ),
    link: (p) => (
      <WordsField
        label="Link"
        value={(p.value as string | undefined) ?? ''}
        maxLength={500}
        error={errorOf(p)}
        onCommit={(v) => p.onChange(v === '' ? undefined : v)}
      />
    ),
    included: () => <ItemsGrid value={value} onChange={put} />,
    // Pressed in the same grid.
    missing: () => null,
    broken: () => null,
    retired: (p) => (
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={Boolean(p.value)}
            onChange={(e) => p.onChange(e.target.checked ? true : undefined)}
          />
        }
        label="It is gone"
      />
    ),
  };
}
