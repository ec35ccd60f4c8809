import { fitState, pairBecause } from '@sable/core/questions/fit';
import { formatNumber, unitOf, wordSentence } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { LiveFit } from './live.ts';
import { useStanding } from './ViewPane.tsx';
import css from './fit.module.css';

const SHOWN = 6;

/** The tightest gaps as they are now, with what each needs and why. */
export function GapList({
  live,
  hot,
  onHot,
}: {
  live: LiveFit;
  hot: string | undefined;
  onHot: (obstacleId: string | undefined) => void;
}) {
  const { gaps } = useStanding(live);
  const units = useUnits();
  const n = (mm: number) => formatNumber(mm, 'lengthMm', units);
  // One that is pointed at in a view is told though it is not among the tightest.
  const pointed = gaps.findIndex((g) => g.obstacle.id === hot);
  const shown = pointed >= SHOWN ? [...gaps.slice(0, SHOWN), gaps[pointed]!] : gaps.slice(0, SHOWN);
  return (
    <table className={css['gaps']}>
      <caption className="visually-hidden">Smallest gaps, {unitOf('lengthMm', units)}</caption>
      <tbody>
        {shown.map((g) => {
          const open = hot === g.obstacle.id;
          return (
            <tr
              key={g.obstacle.id}
              data-hot={open}
              onPointerEnter={() => onHot(g.obstacle.id)}
              onPointerLeave={() => onHot(undefined)}
            >
              <td>
                <StateMark state={fitState(g.marginMm)} />
              </td>
              <th scope="row">
                <button
                  type="button"
                  onFocus={() => onHot(g.obstacle.id)}
                  onBlur={() => onHot(undefined)}
                  aria-expanded={open}
                >
                  {g.part.name}, {g.obstacle.name}
                </button>
                <small className="muted">
                  {open
                    ? wordSentence(pairBecause(g, live.movement), units)
                    : `${n(g.needed.baseMm)} base, ${n(g.needed.movementMm)} movement, ${n(g.needed.toleranceMm)} tolerance`}
                </small>
              </th>
              <td className="r num">
                <b>{n(g.gapMm)}</b> <small className="muted">of {n(g.needed.totalMm)}</small>
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
