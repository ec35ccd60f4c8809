import type { Candidate, Subject } from '@sable/core';
import { nearestMounts } from '@sable/core/questions/mounts';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useSum } from '../../hooks/useSum.ts';
import { Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import layout from '../../pieces/layout.module.css';
import { withSubject } from '../../pieces/withSubject.tsx';
import { adviceOf } from './advice.ts';
import { Brackets } from './Brackets.tsx';
import { Modes } from './Modes.tsx';
import { MountList } from './MountList.tsx';
import { MountsDrawing, type Shown } from './MountsDrawing.tsx';
import { MountTypes } from './MountTypes.tsx';
import { Layouts } from './Layouts.tsx';
import { LoadCases } from './LoadCases.tsx';

function Open({ candidate, subject }: { candidate: Candidate; subject: Subject }) {
  const { build } = useBuild();
  const { assessment } = useJudgement();
  const [shown, setShown] = useState<Shown>({ kind: 'case', case: 'first gear' });
  const figures = assessment?.figures?.mounts;
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'mounts');
  const hangs = figures !== undefined && figures.cases.length > 0;
  const question = useMemo(() => (hangs ? { build, candidate } : undefined), [build, candidate, hangs]);
  const types = useSum('candidate.mountTypes', question);
  const rows = types.answer ?? [];
  const [first] = findings;
  const advice = adviceOf(rows);
  // With those that a kit brings.
  const mounts = subject.candidate.mounts ?? [];
  return (
    <div className="screen">
      <div className="main" style={{ ['--cc' as string]: candidateColour(candidate.letter) }}>
        <div className="answer">
          <p className="say big">{first ? <Sentence>{first.title}</Sentence> : 'Mounts missing'}</p>
          {advice && (
            <p className="say">
              <Sentence>{advice}</Sentence>
            </p>
          )}
          {!advice && first && (
            <p className="say muted">
              <Sentence>{first.because}</Sentence>
            </p>
          )}
        </div>
        {mounts.length === 0 ? (
          <NoMounts candidate={candidate} subject={subject} />
        ) : (
          <>
            <LoadCases shown={shown} onShow={setShown} cases={figures?.cases ?? []} />
            <MountsDrawing candidate={candidate} subject={subject} figures={figures} shown={shown} />
          </>
        )}
        {rows.length > 0 && <MountTypes rows={rows} />}
        {types.fault && <p className="muted">The types can’t be compared: {types.fault}</p>}
        {mounts.length > 0 && <Layouts build={build} candidate={candidate} />}
        {mounts.length > 0 && (
          <Brackets
            build={build}
            candidate={candidate}
            subject={subject}
            figures={figures}
            brackets={assessment?.figures?.brackets}
          />
        )}
        <MountList candidate={candidate} subject={subject} figures={figures} />
      </div>
      <FindingsColumn
        title="Mounts"
        findings={findings}
        below={figures && figures.modes.length > 0 ? <Modes figures={figures} shown={shown} onShow={setShown} /> : null}
      />
    </div>
  );
}

/** Where nobody has said what carries it: one press where bosses and chassis mounts are known, else where to enter them. */
function NoMounts({ candidate, subject }: { candidate: Candidate; subject: Subject }) {
  const { build } = useBuild();
  const { saveCandidate } = useBuildActions();
  const { chassis, engine, gearbox } = subject;
  const near = useMemo(() => (chassis ? nearestMounts({ ...subject, chassis }) : []), [subject, chassis]);
  const search = `?c=${candidate.letter.toLowerCase()}`;
  return (
    <div className={layout['empty']}>
      <p>
        Enter the mounting points of engine and gearbox, their supports and the elastic elements. Loads, movement at
        every gap and transmitted vibration are then calculated.
      </p>
      {near.length > 0 ? (
        <Button variant="contained" onClick={() => saveCandidate(candidate, { ...candidate, mounts: near })}>
          {near.length === 1
            ? 'Begin with the chassis mount that has a boss in reach'
            : `Begin with the ${near.length} chassis mounts that have a boss in reach`}
        </Button>
      ) : (
        <p className="muted">
          No chassis mount has a boss in reach.{' '}
          {(chassis?.pads ?? []).length === 0 && (
            <>
              Enter the <Link to={`/builds/${build.id}/survey${search}&field=/chassis/pads`}>chassis mounts</Link>.{' '}
            </>
          )}
          {engine.bosses.length === 0 && (
            <>
              Enter the <Link to={`/library/engines/${engine.id}/edit?field=/bosses`}>mount bosses of the engine</Link>
              .{' '}
            </>
          )}
          {!gearbox.mountMm && (
            <>
              Enter the <Link to={`/library/gearboxes/${gearbox.id}/edit?field=/mountMm`}>mount of the gearbox</Link>.
            </>
          )}
        </p>
      )}
    </div>
  );
}

/** What carries engine and gearbox: how it hangs, how far it moves, and what that asks of every gap. */
export const MountsScreen = withSubject(Open);
