import { lowered } from '@sable/core/units';
import { fitState, pairSentence, unjudgedOf } from '@sable/core/questions/fit';
import { Sentence } from '../../pieces/figures.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { LiveFit } from './live.ts';
import { useStanding } from './ViewPane.tsx';
import css from './fit.module.css';

/** The answer, first: what is tightest now, and what that comes to. */
export function FitAnswer({ live }: { live: LiveFit }) {
  const { gaps } = useStanding(live);
  const g = gaps[0];
  const unjudged = unjudgedOf(live.subject);
  const open = unjudged.map((u) => u.words).join(', ');
  if (live.subject.candidate.unplaced)
    return (
      <div className={css['fit-answer']} aria-live="off">
        <h2>
          <StateMark state="unknown" /> Not placed yet: drag it to its place, or search for the best position
        </h2>
        <p className="small muted">
          Drawn at the front axle so that it can be dragged; clearances are not counted yet.
        </p>
      </div>
    );
  if (unjudged.length > 0 && (!g || g.marginMm >= 0))
    return (
      <div className={css['fit-answer']} aria-live="off">
        <h2>
          <StateMark state="unknown" /> Unknown: {unjudged[0]!.words}
          {unjudged.length > 1 && `, and ${unjudged.length - 1} more`}
        </h2>
        <p className="small muted">
          Not checked: {open}. {g && <Sentence>{`With the available data: ${lowered(pairSentence(g))}.`}</Sentence>}
        </p>
      </div>
    );
  if (!g) return <h2>No obstacle within range</h2>;
  const state = fitState(g.marginMm);
  return (
    <div className={css['fit-answer']} aria-live="off">
      <h2>
        <StateMark state={state} /> <Sentence>{pairSentence(g)}</Sentence>
      </h2>
      <p className="small muted">
        <Sentence>
          {g.gapMm < 0
            ? `Additional clearance required: {{${-g.marginMm}|lengthMm}}.`
            : `{{${g.gapMm}|lengthMm}} there, {{${g.needed.totalMm}|lengthMm}} needed. Everything else has more to spare.`}
        </Sentence>
        {unjudged.length > 0 && ` Not checked: ${open}.`}
      </p>
    </div>
  );
}
