import type { Finding, Remedy, State } from '@sable/core';
import { formatQuantity, wordSentence } from '@sable/core/units';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { useBuild, useBuildActions, useJudgement } from '../hooks/buildState.tsx';
import { useUnits } from '../hooks/settings.tsx';
import { Sentence } from './figures.tsx';
import { EvidenceMark, StateMark } from './marks.tsx';
import { notJudged } from './WhenJudged.tsx';
import layout from './layout.module.css';

export function FindingRow({ finding, action = true }: { finding: Finding; action?: boolean }) {
  const { build, candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const price = (r: Remedy) => {
    const cost = formatQuantity(r.cost, 'money', units, { currency: build.currency });
    return r.hours === 0
      ? cost
      : `${cost}, ${formatQuantity(r.hours, 'hours', units, { digits: Math.abs(r.hours) < 10 && r.hours % 1 !== 0 ? 1 : 0 })}`;
  };
  // Fetched when it is wanted: what accepting means is known to core, and the first page needs none of it.
  const take = async (r: Remedy) => {
    const { withRemedy } = await import('./remedy.ts');
    if (candidate) saveCandidate(candidate, withRemedy(candidate, r));
  };
  return (
    <li className={layout['finding']}>
      <StateMark state={finding.state} />
      <p>
        <Sentence>{finding.title}</Sentence>
        {finding.evidence && <EvidenceMark evidence={finding.evidence} />}
      </p>
      <div className={layout['because']}>
        <Sentence>{finding.because}</Sentence>
      </div>
      {action &&
        candidate &&
        finding.remedies.map((r) => (
          <div className={layout['act']} key={r.title}>
            <Button onClick={() => void take(r)}>{wordSentence(r.title, units)}</Button>
            <span className="muted num">{price(r)}</span>
          </div>
        ))}
    </li>
  );
}

const ORDER: readonly State[] = ['blocked', 'unknown', 'tight', 'clear'];

function countsInWords(findings: readonly Finding[]): string {
  return ORDER.map((s) => [findings.filter((f) => f.state === s).length, s] as const)
    .filter(([n]) => n > 0)
    .map(([n, s]) => `${n} ${s}`)
    .join(', ');
}

/** The column on the right where a screen judges: what is not clear first, the clear ones folded away. */
export function FindingsColumn({
  title,
  findings,
  above,
  below,
  none = 'Nothing is judged here yet.',
}: {
  title: ReactNode;
  findings: readonly Finding[];
  above?: ReactNode;
  below?: ReactNode;
  /** What is said where there are no findings. */
  none?: string;
}) {
  const { judgement, fault } = useJudgement();
  const open = findings.filter((f) => f.state !== 'clear');
  const clear = findings.filter((f) => f.state === 'clear');
  return (
    <aside className="side" aria-label="Findings">
      <h2>{title}</h2>
      <p className="muted small" aria-live="polite">
        {!judgement ? notJudged(fault) : findings.length === 0 ? none : countsInWords(findings)}
      </p>
      {above}
      <ul>
        {open.map((f) => (
          <FindingRow key={f.id} finding={f} />
        ))}
      </ul>
      {clear.length > 0 && (
        <details open={open.length === 0}>
          <summary>{clear.length === 1 ? '1 clear finding' : `${clear.length} clear findings`}</summary>
          <ul>
            {clear.map((f) => (
              <FindingRow key={f.id} finding={f} />
            ))}
          </ul>
        </details>
      )}
      {below}
    </aside>
  );
}
