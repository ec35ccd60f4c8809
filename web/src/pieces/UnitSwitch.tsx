import { useSettings } from '../hooks/settings.tsx';
import css from './UnitSwitch.module.css';

const SYSTEMS = [
  ['metric', 'Metric'],
  ['us', 'US'],
] as const;

/** The one choice of units. */
export function UnitSwitch() {
  const { units, setSystem } = useSettings();
  return (
    <div role="group" aria-label="Units" className={css['switch']}>
      {SYSTEMS.map(([system, words]) => (
        <button key={system} type="button" aria-pressed={units.system === system} onClick={() => setSystem(system)}>
          {words}
        </button>
      ))}
    </div>
  );
}
