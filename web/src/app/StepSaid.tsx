import { useEffect, useRef, useState } from 'react';
import { useBuild } from '../hooks/buildState.tsx';
import css from './Band.module.css';

/** How long it stays, ms: a sentence is read in three seconds. */
const STAYS_MS = 5000;

/** What was taken back, or done again, said where undo and redo are; gone after a while. */
export function StepSaid() {
  const { undoWords, redoWords } = useBuild();
  const before = useRef({ undoWords, redoWords });
  const [said, setSaid] = useState('');
  useEffect(() => {
    const was = before.current;
    before.current = { undoWords, redoWords };
    // What could be undone can be done again now: it was taken back; and the other way round.
    const words =
      was.undoWords !== null && redoWords === was.undoWords && redoWords !== was.redoWords
        ? `Undone: ${redoWords}`
        : was.redoWords !== null && undoWords === was.redoWords && undoWords !== was.undoWords
          ? `Redone: ${undoWords}`
          : undefined;
    if (words === undefined) return undefined;
    setSaid(words);
    const gone = setTimeout(() => setSaid(''), STAYS_MS);
    return () => clearTimeout(gone);
  }, [undoWords, redoWords]);
  return (
    <p role="status" className={css['said']}>
      {said}
    </p>
  );
}
