import { wordSentence, type Units } from '@sable/core/units';
import { JOINT_GROUPS } from '@sable/core/questions/joints';
import { useUnits } from '../../hooks/settings.tsx';
import type { JointSeen } from './JointRow.tsx';
import css from './lines.module.css';

/** What each joint is on the line: faces that touch, something between them, a gap, or faces that nobody knows. */
type Drawn = 'touch' | 'plate' | 'made' | 'gap' | 'unknown';
const DRAWN: Readonly<Record<JointSeen['figure']['closure']['how'], Drawn>> = {
  direct: 'touch',
  found: 'touch',
  seen: 'touch',
  wired: 'plate',
  parts: 'plate',
  swapped: 'plate',
  made: 'made',
  open: 'gap',
  unknown: 'unknown',
};

/** All joints at a glance, drawn: one line from crank to road, and one from engine to body with its ways side by side. */
export function Lines({ seen, onPick }: { seen: readonly JointSeen[]; onPick: (key: string) => void }) {
  const [road, ...body] = JOINT_GROUPS.map((group) => ({
    group,
    rows: seen.filter((s) => s.joint.kind.group === group),
  }));
  return (
    <div className={css['lines']}>
      <Line from="crank" to="road" ways={[road!]} wide onPick={onPick} />
      <Line from="engine" to="body" ways={body} onPick={onPick} />
    </div>
  );
}

interface Way {
  readonly group: string;
  readonly rows: readonly JointSeen[];
}

function Line({
  from,
  to,
  ways,
  wide = false,
  onPick,
}: {
  from: string;
  to: string;
  ways: readonly Way[];
  wide?: boolean;
  onPick: (key: string) => void;
}) {
  const units = useUnits();
  const drawn = ways.filter((w) => w.rows.length > 0);
  if (drawn.length === 0) return null;
  return (
    <div className={css['line']} role="group" aria-label={`Drawn from ${from} to ${to}`} data-wide={wide}>
      <span className={css['end']}>{from}</span>
      <div className={css['ways']}>
        {drawn.map((way) => (
          <div key={way.group}>
            <div className={css['stations']}>
              {way.rows.map((s) => (
                <Station key={s.figure.key} seen={s} named={wide} units={units} onPick={onPick} />
              ))}
            </div>
            {!wide && <span className={css['group']}>{way.group}</span>}
          </div>
        ))}
      </div>
      <span className={css['end']}>{to}</span>
    </div>
  );
}

function Station({
  seen: { figure, finding },
  named,
  units,
  onPick,
}: {
  seen: JointSeen;
  named: boolean;
  units: Units;
  onPick: (key: string) => void;
}) {
  const drawn = DRAWN[figure.closure.how];
  const says = finding ? wordSentence(finding.title, units) : figure.title;
  return (
    <button
      type="button"
      className={css['station']}
      style={{ ['--at' as string]: `var(--${figure.state})` }}
      title={says}
      aria-label={`Show: ${figure.title}, ${figure.state}`}
      onClick={() => onPick(figure.key)}
    >
      <span className={css['faces']} data-drawn={drawn}>
        <i />
        {drawn === 'gap' && named && figure.closure.how === 'open' && (
          <em>{wordSentence(figure.closure.by.words, units)}</em>
        )}
        <i />
      </span>
      {named && <small>{figure.title}</small>}
    </button>
  );
}
