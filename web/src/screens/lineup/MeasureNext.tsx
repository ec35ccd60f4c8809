import { fieldWords } from '@sable/core/model';
import { measureNext } from '@sable/core/questions/lineup';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useBuild, useJudgement, type BuildData } from '../../hooks/buildState.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { fieldPath } from '../../pieces/fieldFocus.ts';
import css from './lineup.module.css';

const SHOWN = 4;

/** A figure as a person asks for it, with what it belongs to, and where it is entered. */
function fieldOf(pointer: string, { build, library }: BuildData, letter: string): { label: string; path?: string } {
  const [, root, key, id] = pointer.split('/');
  const survey = `/builds/${build.id}/survey`;
  if (root === 'chassis' && key === 'obstacles') return { label: 'obstacles in the bay', path: `${survey}/tape-list` };
  if (root === 'chassis' && key === 'tape') {
    const body = build.chassis?.tape?.find((t) => t.id === id);
    return {
      label: `the readings of the ${body?.name ?? 'bay'}`,
      path: `${survey}?c=${letter.toLowerCase()}&field=${encodeURIComponent(pointer)}`,
    };
  }
  const words = fieldWords(pointer);
  const path = fieldPath(pointer, build.id, letter);
  const row = [...library.engines, ...library.gearboxes, ...library.parts].find((r) => r.id === key);
  const label = words?.label ?? 'a figure';
  return {
    label: row && root !== 'chassis' ? `${label} of the ${'shortName' in row ? row.shortName : row.name}` : label,
    ...(path ? { path } : {}),
  };
}

/** What to measure or look up next, each with what it would settle, leading to where it is entered. */
export function MeasureNext() {
  const data = useBuild();
  const { build, candidate } = data;
  const { judgement } = useJudgement();
  const next = useMemo(() => (judgement ? measureNext(build, judgement.assessments) : []), [build, judgement]);
  if (next.length === 0) return null;
  return (
    <section className={css['next']}>
      <h2>Recommended measurements</h2>
      <ol>
        {next.slice(0, SHOWN).map(({ pointer, waits, settles }) => {
          const { label, path } = fieldOf(pointer, data, candidate?.letter ?? 'a');
          const letters = [...new Set(waits.flatMap((w) => w.letters))].sort();
          return (
            <li key={pointer}>
              <b>{path ? <Link to={path}>{label}</Link> : label}</b>{' '}
              {settles.length > 0
                ? `leaves nothing unknown of ${settles.join(', ')}`
                : `${waits.length === 1 ? 'one thing waits' : `${waits.length} things wait`} for it, of ${letters.join(', ')}`}
              <span className="muted small">
                <Sentence>{waits[0]!.title}</Sentence>
                {waits.length > 1 && `, and ${waits.length - 1} more`}
              </span>
            </li>
          );
        })}
      </ol>
      {next.length > SHOWN && <p className="small muted">and {next.length - SHOWN} more figures</p>}
    </section>
  );
}
