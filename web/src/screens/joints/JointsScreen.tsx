import type { Candidate, Finding, Subject } from '@sable/core';
import { JOINT_GROUPS, jointsOf } from '@sable/core/questions/joints';
import { capital, lowered } from '@sable/core/units';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useBuild, useJudgement } from '../../hooks/buildState.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import { withSubject } from '../../pieces/withSubject.tsx';
import { JointRow, type JointSeen } from './JointRow.tsx';
import { Lines } from './Lines.tsx';
import { PlateBench } from './PlateBench.tsx';
import { SwapOverList } from './SwapOverList.tsx';
import { Ways } from './Ways.tsx';
import css from './joints.module.css';

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
  const [opened, setOpened] = useState<ReadonlySet<string>>(new Set());
  const main = useRef<HTMLDivElement>(null);
  const [picked, setPicked] = useState<{ readonly key: string }>();
  const toggle = (key: string) =>
    setOpened((was) => new Set(was.has(key) ? [...was].filter((k) => k !== key) : [...was, key]));
  const pick = (key: string) => {
    setOpened((was) => new Set([...was, key]));
    setPicked({ key });
  };
  // What was picked on the line is brought into sight once it stands open.
  useEffect(() => {
    const row =
      picked &&
      [...main.current!.querySelectorAll<HTMLElement>('[data-joint]')].find((e) => e.dataset['joint'] === picked.key);
    row?.scrollIntoView({ block: 'center' });
    row?.querySelector('button')?.focus({ preventScroll: true });
  }, [picked]);
  return (
    <div className="screen">
      <div className="main" ref={main} style={{ ['--cc' as string]: candidateColour(candidate.letter) }}>
        <div className="answer">
          <p className="say big">
            <Sentence>{answerOf(seen)}</Sentence>
          </p>
          <p className="say muted">{countsOf(seen)}</p>
        </div>
        <Lines seen={seen} onPick={pick} />
        {seen.length === 0 && <p className="muted">Not checked yet.</p>}
        {JOINT_GROUPS.map((group) => (
          <Group
            key={group}
            title={capital(group)}
            rows={seen.filter((s) => s.joint.kind.group === group)}
            candidate={candidate}
            folds={group !== 'crank to road'}
            opened={opened}
            onToggle={toggle}
          />
        ))}
        <Ways
          build={build}
          candidate={candidate}
          subject={subject}
          titles={new Map(seen.map((s) => [s.figure.key, s.figure.title]))}
        />
        {assessment?.figures?.joints && (
          <SwapOverList candidate={candidate} subject={subject} figures={assessment.figures.joints} />
        )}
        <PlateBench candidate={candidate} />
      </div>
      <FindingsColumn title="Joints" findings={findings} />
    </div>
  );
}

/** Mates, and there is nothing to decide about it. */
const settled = ({ figure }: JointSeen) => figure.state === 'clear' && figure.closure.how !== 'made';

/** Joints that lie on one way; what is settled beside the chain from crank to road is folded away. */
function Group({
  title,
  rows,
  candidate,
  folds,
  opened,
  onToggle,
}: {
  title: string;
  rows: readonly JointSeen[];
  candidate: Candidate;
  folds: boolean;
  opened: ReadonlySet<string>;
  onToggle: (key: string) => void;
}) {
  const shown = folds ? rows.filter((s) => !settled(s)) : rows;
  const folded = folds ? rows.filter(settled) : [];
  if (rows.length === 0) return null;
  const row = (seen: JointSeen) => (
    <JointRow
      key={seen.figure.key}
      seen={seen}
      candidate={candidate}
      open={opened.has(seen.figure.key)}
      onToggle={() => onToggle(seen.figure.key)}
    />
  );
  return (
    <section className="block">
      <h2>{title}</h2>
      {shown.map(row)}
      {folded.length > 0 && (
        <details className={css['settled']} open={folded.some((s) => opened.has(s.figure.key)) || undefined}>
          <summary>
            {shown.length === 0 ? `All ${folded.length} close` : `${folded.length} more close`}
            <span className="muted">: {folded.map((s) => lowered(s.figure.title)).join(' · ')}</span>
          </summary>
          {folded.map(row)}
        </details>
      )}
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
    return `${many(unknown.length)} ${unknown.length === 1 ? 'joint is' : 'joints are'} not known until inspected`;
  return seen.length > 0 ? `All ${seen.length} joints close` : 'No joint is known yet';
}

function countsOf(seen: readonly JointSeen[]): string {
  const n = (...how: readonly string[]) => seen.filter((s) => how.includes(s.figure.closure.how)).length;
  const told = [
    [n('direct', 'found'), 'direct fit', 'direct fit'],
    [n('seen'), 'inspected: direct fit', 'inspected: direct fit'],
    [n('parts'), 'closes with parts', 'close with parts'],
    [n('swapped'), 'solved with reused parts', 'solved with reused parts'],
    [n('wired'), 'is wired', 'are wired'],
    [n('made'), 'closes with own work', 'close with own work'],
    [n('open'), 'is open', 'are open'],
    [n('unknown'), 'is unknown', 'are unknown'],
  ] as const;
  return `Of ${seen.length}: ${told
    .filter(([count]) => count > 0)
    .map(([count, one, more]) => `${count} ${count === 1 ? one : more}`)
    .join(', ')}.`;
}

/** Everything that must mate, how it closes, and the cheapest honest way to close what does not. */
export const JointsScreen = withSubject(Open);
