import Button from '@mui/material/Button';
import { ChoiceField, WordsField } from '../fields.tsx';
import type { PieceWords } from './placed.ts';
import css from './scan.module.css';

/** The pieces of a scan by name and role; the one that was clicked in the drawing stands out. */
export function ScanPieces({
  words,
  roles,
  chosen,
  onChoose,
  onWords,
}: {
  words: readonly PieceWords[];
  roles: readonly string[];
  chosen: number | undefined;
  onChoose: (piece: number) => void;
  onWords: (next: readonly PieceWords[]) => void;
}) {
  const put = (i: number, of: Partial<PieceWords>) => onWords(words.map((w, k) => (k === i ? { ...w, ...of } : w)));
  const first = words[0]!;
  return (
    <div className={css['pieces']}>
      {words.map((w, i) => (
        <div
          key={i}
          role="group"
          aria-label={`Shape ${i + 1}`}
          className={i === chosen ? `${css['piece']} ${css['chosen']}` : css['piece']}
          // A list longer than its box follows the piece that was clicked.
          ref={(e) => (i === chosen && e ? e.scrollIntoView({ block: 'nearest' }) : undefined)}
          onFocus={() => onChoose(i)}
        >
          <WordsField
            label={words.length === 1 ? 'Name' : `Shape ${i + 1}`}
            value={w.name}
            maxLength={80}
            onCommit={(name) => (name.trim() === '' ? 'Enter a name.' : put(i, { name: name.trim() }))}
          />
          <ChoiceField
            label="Counts as"
            value={w.role}
            choices={roles.map((r) => ({ value: r, label: r }))}
            onCommit={(role) => put(i, { role })}
          />
        </div>
      ))}
      {words.length > 1 && <p className="small muted">Click a shape in the drawing to find it here.</p>}
      {words.length > 1 && first.role !== '' && words.some((w) => w.role === '') && (
        <Button onClick={() => onWords(words.map((w) => (w.role === '' ? { ...w, role: first.role } : w)))}>
          The rest is {first.role}
        </Button>
      )}
    </div>
  );
}
