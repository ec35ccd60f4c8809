import { OWN_CLASSES, type BillEdit, type BillEdits, type OwnClass, type OwnLine } from '@sable/core';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField, WordsField } from '../../pieces/fields.tsx';
import { freeId, readLines, type ChangeBill } from './billChange.ts';
import css from './parts.module.css';

const KIND_WORDS: Readonly<Record<OwnClass, string>> = {
  outside: 'outside work: machine shop, loom',
  calibration: 'calibration, a map',
  looks: 'paint and looks',
  transport: 'transport',
  fees: 'registration and inspection',
  event: 'the event: fuel, entry, way back',
  own: 'something else',
};

/** Lines that somebody puts on the bill: one by one, or pasted from a spreadsheet; and what was said of lines that are gone. */
export function OwnLines({
  bill,
  orphans,
  change,
}: {
  bill: BillEdits;
  orphans: readonly BillEdit[];
  change: ChangeBill;
}) {
  const units = useUnits();
  const own = bill.own ?? [];
  const [kind, setKind] = useState<OwnClass>('outside');
  const [pasting, setPasting] = useState(false);
  const [text, setText] = useState('');
  const [told, setTold] = useState<string>();
  const add = (lines: readonly OwnLine[]) => change((was) => ({ ...was, own: [...(was.own ?? []), ...lines] }));
  const take = () => {
    const { lines, faults } = readLines(text, own, units);
    if (faults.length > 0) return setTold(faults.slice(0, 5).join(' '));
    if (lines.length === 0)
      return setTold('Nothing to read: enter name, low, likely, high and hours, separated by tabs.');
    add(lines);
    setText('');
    setTold(`${lines.length} ${lines.length === 1 ? 'item' : 'items'} added to the bill.`);
  };
  return (
    <section>
      <div className={css['tools']}>
        <WordsField
          label="A line of your own"
          maxLength={120}
          value=""
          onCommit={(name) => {
            if (name.trim() !== '') add([{ id: freeId(own), name: name.trim(), class: kind }]);
          }}
        />
        <ChoiceField
          label="What it is for"
          value={kind}
          choices={OWN_CLASSES.map((c) => ({ value: c, label: KIND_WORDS[c] }))}
          onCommit={(c) => setKind(c as OwnClass)}
        />
        <Button onClick={() => setPasting(!pasting)}>
          {pasting ? 'No pasting' : 'Paste lines from a spreadsheet'}
        </Button>
      </div>
      {pasting && (
        <div className={css['paste']}>
          <TextField
            multiline
            minRows={4}
            maxRows={12}
            fullWidth
            label="Name, low, likely, high, hours, state; tabs between"
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Button variant="contained" onClick={take}>
            Add to bill
          </Button>
        </div>
      )}
      {told !== undefined && <p aria-live="polite">{told}</p>}
      {orphans.length > 0 && (
        <div className={css['orphans']}>
          <p>
            <b>Entries for items no longer on the bill.</b> They return with their item.
          </p>
          <ul>
            {orphans.map((o) => (
              <li key={o.id}>
                {o.name ?? o.id}
                {o.status ? `, ${o.status}` : ''}
                {o.paid === undefined ? '' : `, paid ${o.paid}`}
                {o.price ? `, ${o.price.likely} likely` : ''}{' '}
                <Button
                  onClick={() =>
                    change((was) => ({
                      edits: (was.edits ?? []).filter((e) => e.id !== o.id),
                      own: [...(was.own ?? []), asOwn(o, was.own ?? [])],
                    }))
                  }
                >
                  Keep as own line
                </Button>
                <Button
                  onClick={() => change((was) => ({ ...was, edits: (was.edits ?? []).filter((e) => e.id !== o.id) }))}
                >
                  Forget it
                </Button>
              </li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}

function asOwn({ id, name, was: _was, ...kept }: BillEdit, own: readonly OwnLine[]): OwnLine {
  return { id: freeId(own), name: (name ?? id).slice(0, 120), class: 'own', ...kept };
}
