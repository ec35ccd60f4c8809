import { TRUST, type Supplier } from '@sable/core';
import { useSuppliers } from '../hooks/useSuppliers.ts';
import { ChoiceField } from './fields.tsx';

const TRUST_WORDS: Readonly<Record<Supplier['trust'], string>> = {
  good: 'good: delivers as promised',
  untried: 'untried',
  'let us down': 'has let us down',
};

/** How far somebody who sells is trusted. */
export function TrustField({ of }: { of: string }) {
  const { suppliers, put } = useSuppliers();
  return (
    <ChoiceField
      label={`Trust in ${of}`}
      value={suppliers.find((s) => s.name === of)?.trust ?? 'untried'}
      choices={TRUST.map((t) => ({ value: t, label: TRUST_WORDS[t] }))}
      onCommit={(t) => put(of, { trust: t as Supplier['trust'] })}
    />
  );
}
