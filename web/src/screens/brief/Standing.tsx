import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import { LetterTag, StateMark, candidateColour } from '../../pieces/marks.tsx';
import { notJudged } from '../../pieces/WhenJudged.tsx';
import css from './brief.module.css';

/** Where every candidate stands against the brief as it is now. */
export function Standing() {
  const { build, candidate } = useBuild();
  const { verdict, fault } = useJudgement();
  const { select } = useBuildActions();
  return (
    <aside className="side" aria-label="Status of candidates">
      <h2 aria-live="polite">{verdict?.headline ?? notJudged(fault)}</h2>
      <p className="muted small" aria-live="polite">
        {verdict && <Sentence>{verdict.sentence}</Sentence>}
      </p>
      <ul>
        {build.candidates.map((c) => {
          const own = verdict?.candidates.find((v) => v.candidateId === c.id);
          return (
            <li
              key={c.id}
              className={`${layout['finding']} ${c.id === candidate?.id ? 'chosen-mark' : ''}`}
              style={{ ['--cc' as string]: candidateColour(c.letter) }}
            >
              {own && <StateMark state={own.state} />}
              <p>
                <button type="button" className={css['link-plain']} onClick={() => select(c.id)}>
                  <LetterTag letter={c.letter} /> {c.name}
                </button>
              </p>
              <div className={layout['because']}>{own && <Sentence>{own.why}</Sentence>}</div>
            </li>
          );
        })}
      </ul>
    </aside>
  );
}
