import type { MountsFigures } from '@sable/core';
import type { Shown } from './MountsDrawing.tsx';
import css from './mounts.module.css';

const WORDS: Readonly<Record<string, string>> = {
  rest: 'Rest',
  'first gear': 'First gear',
  reverse: 'Reverse',
  braking: 'Braking 1 g',
  'cornering left': 'Left 1 g',
  'cornering right': 'Right 1 g',
  bump: 'Bump 3 g',
};

/** Which load the powertrain is drawn under. */
export function LoadCases({
  shown,
  onShow,
  cases,
}: {
  shown: Shown;
  onShow: (shown: Shown) => void;
  cases: MountsFigures['cases'];
}) {
  if (cases.length === 0) return null;
  return (
    <div className={css['tools']}>
      <div className={css['cases']} role="group" aria-label="Load">
        {cases.map((c) => (
          <button
            key={c.case}
            type="button"
            aria-pressed={shown.kind === 'case' && shown.case === c.case}
            onClick={() => onShow({ kind: 'case', case: c.case })}
          >
            {WORDS[c.case]}
          </button>
        ))}
      </div>
    </div>
  );
}
