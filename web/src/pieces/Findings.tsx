import type { Finding, Remedy, State } from '@sable/core';
import { formatQuantity, wordSentence } from '@sable/core/units';
import { memo, type ReactNode } from 'react';
import { Button } from './Button.tsx';
import { useBuild, useBuildActions, useJudgement } from '../hooks/buildState.tsx';
import { useUnits } from '../hooks/settings.tsx';
import { Sentence } from './figures.tsx';
import { EvidenceMark, StateMark } from './marks.tsx';
import { notJudged } from './WhenJudged.tsx';
import layout from './layout.module.css';

/** One finding; drawn anew only when it was judged anew. */
export const FindingRow = memo(function FindingRow({ finding, action = true }: { finding: Finding; action?: boolean }) {
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
      {action && finding.remedies.length > 0 && <Remedies remedies={finding.remedies} />}
    </li>
  );
});

/** What would put a finding right in the current candidate, each with its price and hours. */
function Remedies({ remedies }: { remedies: readonly Remedy[] }) {
  const { build, candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  if (!candidate) return null;
  const price = (r: Remedy) => {
    const cost = formatQuantity(r.cost, 'money', units, { currency: build.currency });
    return r.hours === 0
      ? cost
      : `${cost}, ${formatQuantity(r.hours, 'hours', units, { digits: Math.abs(r.hours) < 10 && r.hours % 1 !== 0 ? 1 : 0 })}`;
  };
  // Fetched when it is wanted: what accepting means is known to core, and the first page needs none of it.
  const take = async (r: Remedy) => {
    const { withRemedy } = await import('./remedy.ts');
    saveCandidate(candidate, withRemedy(candidate, r));
  };
  return remedies.map((r) => (
    <div className={layout['act']} key={r.title}>
      <Button onClick={() => void take(r)}>{wordSentence(r.title, units)}</Button>
      <span className="muted num">{price(r)}</span>
    </div>
  ));
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
  none = 'No results yet.',
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
