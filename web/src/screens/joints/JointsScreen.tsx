import { resolveSubject, settingOf, type Candidate, type Finding, type Subject } from '@sable/core';
import { jointsOf } from '@sable/core/questions/joints';
import { useMemo } from 'react';
import { useBuild, useJudgement } from '../../hooks/buildState.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { JointRow, type JointSeen } from './JointRow.tsx';
import { PlateBench } from './PlateBench.tsx';
import { Ways } from './Ways.tsx';

/** What turns from the crank to the road; the rest joins the engine to the body. */
const ROAD: ReadonlySet<string> = new Set(['bell', 'flywheel', 'clutch', 'output']);

/** Everything that must mate, how it closes, and the cheapest honest way to close what does not. */
export function JointsScreen() {
  const { build, candidate, library } = useBuild();
  const subject = useMemo(
    () => candidate && resolveSubject(settingOf(build), candidate, library).subject,
    [build, candidate, library],
  );
  if (!candidate) return <p className="main">There is no candidate yet.</p>;
  if (!subject) return <p className="main">Its engine or gearbox is not in the library.</p>;
  return <Open key={candidate.id} candidate={candidate} subject={subject} />;
}

function Open({ candidate, subject }: { candidate: Candidate; subject: Subject }) {
  const { build } = useBuild();
  const { assessment } = useJudgement();
  const judged = assessment?.figures?.joints?.joints ?? [];
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'joints');
  const byId = new Map<string, Finding>(findings.map((f) => [f.id, f]));
  const faces = useMemo(() => new Map(jointsOf(subject).map((j) => [j.key, j])), [subject]);
  const seen = judged.flatMap((figure): JointSeen[] => {
    const joint = faces.get(figure.key);
    return joint ? [{ figure, joint, finding: byId.get(`joint-${figure.key}`) }] : [];
  });
  const road = seen.filter((s) => ROAD.has(s.figure.kind));
  const body = seen.filter((s) => !ROAD.has(s.figure.kind));
  return (
    <div className="screen">
      <div className="main" style={{ ['--cc' as string]: candidateColour(candidate.letter) }}>
        <div className="answer">
          <p className="say big">
            <Sentence>{answerOf(seen)}</Sentence>
          </p>
          <p className="say muted">{countsOf(seen)}</p>
        </div>
        {seen.length === 0 && <p className="muted">Nothing is judged yet.</p>}
        {road.length > 0 && <Group title="Crank to road" rows={road} candidate={candidate} />}
        {body.length > 0 && <Group title="Engine to body" rows={body} candidate={candidate} />}
        <Ways
          build={build}
          candidate={candidate}
          subject={subject}
          titles={new Map(seen.map((s) => [s.figure.key, s.figure.title]))}
        />
        <PlateBench candidate={candidate} />
      </div>
      <FindingsColumn title="Joints" findings={findings} />
    </div>
  );
}

function Group({ title, rows, candidate }: { title: string; rows: readonly JointSeen[]; candidate: Candidate }) {
  return (
    <section className="block">
      <h2>{title}</h2>
      {rows.map((seen) => (
        <JointRow key={seen.figure.key} seen={seen} candidate={candidate} />
      ))}
    </section>
  );
}

const COUNT = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six'] as const;
const many = (n: number) => COUNT[n] ?? String(n);

/** The answer first: what is open, what nobody knows, or that all is closed. */
function answerOf(seen: readonly JointSeen[]): string {
  const open = seen.filter((s) => s.figure.closure.how === 'open');
  const unknown = seen.filter((s) => s.figure.closure.how === 'unknown');
  if (open.length > 0) {
    const first = open[0]!.finding?.title ?? open[0]!.figure.title;
    return open.length === 1 ? `One joint is open. ${first}` : `${many(open.length)} joints are open. ${first}`;
  }
  if (unknown.length > 0)
    return `${many(unknown.length)} ${unknown.length === 1 ? 'joint is' : 'joints are'} not known until somebody looks`;
  return seen.length > 0 ? `All ${seen.length} joints close` : 'No joint is known yet';
}

function countsOf(seen: readonly JointSeen[]): string {
  const n = (...how: readonly string[]) => seen.filter((s) => how.includes(s.figure.closure.how)).length;
  const told = [
    [n('direct', 'found'), 'mate as they are'],
    [n('parts'), 'close with parts'],
    [n('made'), 'close with own work'],
    [n('open'), 'are open'],
    [n('unknown'), 'are unknown'],
  ] as const;
  return `Of ${seen.length}: ${told
    .filter(([count]) => count > 0)
    .map(([count, words]) => `${count} ${words}`)
    .join(', ')}.`;
}
