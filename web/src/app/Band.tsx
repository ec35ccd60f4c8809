import { Plus, Redo2, Search, Undo2 } from 'lucide-react';
import { Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { Button } from '../pieces/Button.tsx';
import { late } from '../pieces/late.tsx';
import { StateMark, candidateColour } from '../pieces/marks.tsx';
import { MOST_CANDIDATES } from '../pieces/newCandidate.ts';
import { useBuild, useBuildActions, useJudgement } from '../hooks/buildState.tsx';
import { UnitSwitch } from '../pieces/UnitSwitch.tsx';
import { StepSaid } from './StepSaid.tsx';
import layout from '../pieces/layout.module.css';
import css from './Band.module.css';

const NewCandidate = late(() => import('../pieces/NewCandidate.tsx').then((m) => m.NewCandidate));

/** Under the rule: whose build, the candidates, undo and redo, units, search. */
export function Band({ onSearch }: { onSearch: () => void }) {
  const { build, library, candidate, undoWords, redoWords } = useBuild();
  const { assessmentOf } = useJudgement();
  const { select, undo, redo } = useBuildActions();
  const navigate = useNavigate();
  const shortName = (engineId: string) => library.engines.find((e) => e.id === engineId)?.shortName ?? engineId;
  const [adding, setAdding] = useState(false);
  return (
    <div className="band">
      {adding && (
        <Suspense fallback={null}>
          <NewCandidate onClose={() => setAdding(false)} />
        </Suspense>
      )}
      <h1 title={build.name}>{build.name}</h1>
      <div className={css['strip']} role="group" aria-label="Candidates">
        {build.candidates.map((c) => {
          const state = assessmentOf(c.id)?.state;
          const current = c.id === candidate?.id;
          return (
            <button
              key={c.id}
              type="button"
              className={css['chip']}
              aria-pressed={current}
              title={current ? `Edit ${c.name}` : c.name}
              style={{ ['--cc' as string]: candidateColour(c.letter) }}
              onClick={() => (current ? void navigate(`/builds/${build.id}/candidate?c=${c.id}`) : select(c.id))}
            >
              <span className={css['tab']}>{c.letter}</span>
              {shortName(c.engineId)}
              {state && (
                <>
                  <StateMark state={state} label={false} />
                  <em>{state}</em>
                </>
              )}
            </button>
          );
        })}
        <Button
          onClick={() => setAdding(true)}
          icon={<Plus size={15} />}
          disabled={build.candidates.length >= MOST_CANDIDATES}
          style={{ height: 30, flex: 'none' }}
          aria-label="Add a candidate"
        >
          {build.candidates.length < 5 ? 'Candidate' : 'Add'}
        </Button>
      </div>
      <div className={`${layout['tools']} ${css['tools-place']}`}>
        <StepSaid />
        <span title={undoWords === null ? 'Nothing to undo' : `Undo: ${undoWords}`}>
          <Button onClick={undo} disabled={undoWords === null} aria-label="Undo">
            <Undo2 size={16} />
          </Button>
        </span>
        <span title={redoWords === null ? 'Nothing to redo' : `Redo: ${redoWords}`}>
          <Button onClick={redo} disabled={redoWords === null} aria-label="Redo">
            <Redo2 size={16} />
          </Button>
        </span>
        <UnitSwitch />
        <Button onClick={onSearch} aria-label="Search" title="Search ( / )">
          <Search size={16} />
        </Button>
      </div>
    </div>
  );
}
