import { choiceWords } from '@sable/core/model';
import { CONDITIONS, OFFER_KINDS, type Engine } from '@sable/core';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { memo } from 'react';
import { QuantityField } from '../../pieces/fields.tsx';
import { FindField } from '../../pieces/FindField.tsx';
import { offered } from '../../pieces/offered.ts';
import { KIND_WORDS } from '../../pieces/wayNames.ts';
import css from './donors.module.css';

export interface Filters {
  readonly text: string;
  readonly kind: string;
  readonly engineId: string;
  readonly condition: string;
  readonly mostPrice?: number | undefined;
  readonly mostKm?: number | undefined;
  readonly mostDistanceKm?: number | undefined;
}

interface Props {
  readonly filters: Omit<Filters, 'text'>;
  readonly onChange: (part: Partial<Filters>) => void;
  readonly engines: readonly Engine[];
  readonly currency: string;
}

/** What narrows the offers down. Typing is drawn here alone; the list follows when it can. */
export const OfferFilters = memo(function OfferFilters({ filters, onChange, engines, currency }: Props) {
  return (
    <div className={css['offer-filters']} role="search" aria-label="Offers">
      <FindField label="Search" onFind={(text) => onChange({ text })} />
      <Pick
        label="Listing type"
        value={filters.kind}
        onPick={(kind) => onChange({ kind })}
        choices={OFFER_KINDS.map((k) => [k, KIND_WORDS[k]])}
      />
      <Pick
        label="Engine"
        value={filters.engineId}
        onPick={(engineId) => onChange({ engineId })}
        choices={offered(engines).map((e) => [e.id, e.shortName])}
      />
      <Pick
        label="Condition"
        value={filters.condition}
        onPick={(condition) => onChange({ condition })}
        choices={CONDITIONS.map((c) => [c, choiceWords(c)])}
      />
      <QuantityField
        label="Maximum price"
        quantity="money"
        currency={currency}
        optional
        min={0}
        value={filters.mostPrice}
        onCommit={(v) => onChange({ mostPrice: v })}
      />
      <QuantityField
        label="Maximum mileage"
        quantity="travelledKm"
        optional
        min={0}
        value={filters.mostKm}
        onCommit={(v) => onChange({ mostKm: v })}
      />
      <QuantityField
        label="Maximum distance"
        quantity="travelledKm"
        optional
        min={0}
        value={filters.mostDistanceKm}
        onCommit={(v) => onChange({ mostDistanceKm: v })}
      />
    </div>
  );
});

export function Pick({
  label,
  value,
  choices,
  onPick,
  none = 'any',
}: {
  label: string;
  value: string;
  choices: readonly (readonly [string, string])[];
  onPick: (v: string) => void;
  /** What choosing nothing is called; null where something must be chosen. */
  none?: string | null;
}) {
  return (
    <TextField
      select
      label={label}
      value={value}
      onChange={(e) => onPick(e.target.value)}
      slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
    >
      {none !== null && <MenuItem value="">{none}</MenuItem>}
      {choices.map(([v, name]) => (
        <MenuItem key={v} value={v}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  );
}
