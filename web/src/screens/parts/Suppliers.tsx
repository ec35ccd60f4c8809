import { TRUST, type BillLine, type Supplier } from '@sable/core';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import css from './parts.module.css';

const TRUST_WORDS: Readonly<Record<Supplier['trust'], string>> = {
  good: 'good: comes as said',
  untried: 'untried',
  'let us down': 'has let us down',
};

/** Whom the lines come from, how far each is trusted, and how late they have been. */
export function Suppliers({ lines }: { lines: readonly BillLine[] }) {
  const { brief } = useBuild().build;
  const { save } = useBuildActions();
  const suppliers = brief.suppliers ?? [];
  const named = [...new Set(lines.flatMap((l) => l.kept?.supplier ?? []))].sort();
  if (named.length === 0) return null;
  const put = (name: string, more: Partial<{ [K in keyof Supplier]: Supplier[K] | undefined }>) => {
    const was = suppliers.find((s) => s.name === name) ?? { name, trust: 'untried' as const };
    const next = Object.fromEntries(
      Object.entries({ ...was, ...more }).filter(([, v]) => v !== undefined && v !== ''),
    ) as Supplier;
    const others = suppliers.filter((s) => s.name !== name);
    const says = next.trust !== 'untried' || next.lateDays !== undefined || next.note !== undefined;
    const { suppliers: _was, ...rest } = brief;
    const all = says ? [...others, next] : others;
    save('brief', brief, all.length > 0 ? { ...rest, suppliers: all } : rest);
  };
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
              <ChoiceField
                label={`Trust in ${name}`}
                value={known?.trust ?? 'untried'}
                choices={TRUST.map((t) => ({ value: t, label: TRUST_WORDS[t] }))}
                onCommit={(t) => put(name, { trust: t as Supplier['trust'] })}
              />
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
                label="What has come of it"
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
