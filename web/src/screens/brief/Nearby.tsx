import type { Tuner } from '@sable/core';
import Button from '@mui/material/Button';
import { QuantityField, WordsField } from '../../pieces/fields.tsx';
import { FieldGroup, useBriefForm } from './briefForm.tsx';
import css from './brief.module.css';

const MOST_TUNERS = 40;
const wordsOf = (text: string) =>
  text
    .split(/[,;\n]/)
    .map((w) => w.trim())
    .filter((w) => w !== '');

/** Who maps engines near you, and the computers that they work with: one that nobody near maps is said so. */
export function Nearby() {
  const { brief, change } = useBriefForm();
  const tuners = brief.tuners ?? [];
  const put = (next: readonly Tuner[]) => {
    const { tuners: _old, ...rest } = brief;
    change(next.length > 0 ? { ...rest, tuners: [...next] } : rest);
  };
  const set = (i: number, more: Partial<{ [K in keyof Tuner]: Tuner[K] | undefined }>) =>
    put(
      tuners.map((t, k) =>
        k === i
          ? (Object.fromEntries(Object.entries({ ...t, ...more }).filter(([, v]) => v !== undefined)) as Tuner)
          : t,
      ),
    );
  return (
    <FieldGroup title="Tuners near you">
      {tuners.map((t, i) => (
        // oxlint-disable-next-line react/no-array-index-key -- two may be called the same while one is typed
        <div key={i} className={css['tuner']} role="group" aria-label={t.name}>
          <WordsField
            label="Tuner"
            value={t.name}
            maxLength={80}
            onCommit={(name) => (name.trim() === '' ? 'Enter names, or remove them.' : set(i, { name: name.trim() }))}
          />
          <QuantityField
            label="Away"
            quantity="travelledKm"
            optional
            min={0}
            max={20000}
            value={t.distanceKm}
            onCommit={(distanceKm) => set(i, { distanceKm })}
          />
          <WordsField
            label="Computers they map"
            value={t.computers.join(', ')}
            help="with commas between"
            onCommit={(text) => set(i, { computers: wordsOf(text) })}
          />
          <Button onClick={() => put(tuners.filter((_, k) => k !== i))}>Remove</Button>
        </div>
      ))}
      <Button
        disabled={tuners.length >= MOST_TUNERS}
        onClick={() => put([...tuners, { name: `Tuner ${tuners.length + 1}`, computers: [] }])}
      >
        Add a tuner
      </Button>
    </FieldGroup>
  );
}
