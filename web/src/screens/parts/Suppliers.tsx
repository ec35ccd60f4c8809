import type { BillLine } from '@sable/core';
import { useSuppliers } from '../../hooks/useSuppliers.ts';
import { QuantityField, WordsField } from '../../pieces/fields.tsx';
import { TrustField } from '../../pieces/TrustField.tsx';
import css from './parts.module.css';

/** Whom the lines come from, how far each is trusted, and how late they have been. */
export function Suppliers({ lines }: { lines: readonly BillLine[] }) {
  const { suppliers, put } = useSuppliers();
  const named = [...new Set(lines.flatMap((l) => l.kept?.supplier ?? []))].sort();
  if (named.length === 0) return null;
  return (
    <section className="block">
      <h2>Suppliers</h2>
      <ul className={css['suppliers']}>
        {named.map((name) => {
          const known = suppliers.find((s) => s.name === name);
          const of = lines.filter((l) => l.kept?.supplier === name).length;
          return (
            <li key={name}>
              <span>
                {name} <small className="muted">{of === 1 ? 'one line' : `${of} lines`}</small>
              </span>
              <TrustField of={name} />
              <QuantityField
                label="Days late before"
                quantity="number"
                optional
                min={0}
                max={1000}
                digits={0}
                help="added to every lead time of theirs"
                value={known?.lateDays}
                onCommit={(lateDays) =>
                  lateDays !== undefined && !Number.isInteger(lateDays) ? 'Whole days only.' : put(name, { lateDays })
                }
              />
              <WordsField
                label="Result"
                maxLength={400}
                value={known?.note ?? ''}
                onCommit={(note) => put(name, { note: note.trim() })}
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
}
