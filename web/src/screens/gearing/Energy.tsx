import type { RunAnswer } from '@sable/core/assess';
import css from './gearing.module.css';

/** The bar's shares, in the order in which they are laid. */
const SHARES = [
  ['kineticJ', 'kinetic energy', 'var(--dye)'],
  ['dragJ', 'air', '#6f8f9c'],
  ['rollingJ', 'rolling resistance', '#9aa58d'],
  ['gradeJ', 'grade (potential energy)', '#b9a27a'],
  ['drivelineLossJ', 'driveline losses', '#8d7b6c'],
  ['clutchSlipJ', 'clutch or converter slip', 'var(--tight)'],
  ['tyreSlipJ', 'tyre slip', 'var(--blocked)'],
  ['engineRevDropJ', 'engine inertia lost at shifts', '#5a5e58'],
] as const;

/** The energy account of a run: shares that add up to the engine's work. */
export function Energy({ run }: { run: RunAnswer }) {
  const { energy } = run;
  const total = energy.engineWorkJ;
  // Downhill the road gives instead of taking: such a share has no place in a bar.
  const shown = SHARES.filter(([key]) => Math.abs(energy[key]) > total * 0.0005);
  return (
    <>
      <div className={css['energy']} role="img" aria-label="Shares of the engine’s work, listed below">
        {shown.map(([key, name, colour]) => (
          <span
            key={key}
            title={name}
            style={{ width: `${(100 * Math.max(0, energy[key])) / total}%`, background: colour }}
          />
        ))}
      </div>
      <div className={css['energy-key']}>
        {shown.map(([key, name, colour]) => (
          <span key={key} className="num">
            <i style={{ background: colour }} aria-hidden />
            {name} {((100 * energy[key]) / total).toFixed(1)} %
          </span>
        ))}
      </div>
      <p className="muted small" style={{ marginTop: 8 }}>
        {(total / 1000).toFixed(0)} kJ engine work, balance error {(100 * run.imbalance).toFixed(2)} %.
      </p>
    </>
  );
}
