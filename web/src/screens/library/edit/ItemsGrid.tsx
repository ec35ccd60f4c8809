import { OFFERED_ITEMS, type OfferedItem } from '@sable/core';
import css from './edit.module.css';

const WAYS = ['included', 'missing', 'broken'] as const;
type Way = (typeof WAYS)[number];
const WORDS: Readonly<Record<Way, string>> = { included: 'with it', missing: 'missing', broken: 'broken' };
type Lists = Readonly<Record<string, unknown>>;

const listOf = (value: Lists, way: Way) => (value[way] ?? []) as readonly OfferedItem[];

/** What may come with an engine, each with it, missing or broken; where none is pressed nobody has said. */
export function ItemsGrid<V extends Lists>({ value, onChange }: { value: V; onChange: (next: V) => void }) {
  const press = (item: OfferedItem, way: Way) => {
    const was = listOf(value, way).includes(item);
    const next = Object.fromEntries(
      WAYS.map((w) => [
        w,
        OFFERED_ITEMS.filter((i) => (i === item ? w === way && !was : listOf(value, w).includes(i))),
      ]),
    );
    onChange({ ...value, ...next });
  };
  return (
    <div className={css['items']} role="group" aria-label="What comes with it">
      {OFFERED_ITEMS.map((item) => (
        <div key={item} role="group" aria-label={item}>
          <span>{item}</span>
          {WAYS.map((way) => (
            <button
              key={way}
              type="button"
              aria-pressed={listOf(value, way).includes(item)}
              onClick={() => press(item, way)}
            >
              {WORDS[way]}
            </button>
          ))}
        </div>
      ))}
    </div>
  );
}
