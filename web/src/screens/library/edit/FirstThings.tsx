import type { RowKind } from '../../../hooks/api.ts';
import layout from '../../../pieces/layout.module.css';
import { titleOf } from '../../../pieces/form/schema.ts';
import css from './edit.module.css';

/** What matters first of each kind, in the order in which one finds it on the thing and its papers, and what it is needed for. */
const FIRST: Readonly<Record<RowKind, readonly (readonly [keys: readonly string[], buys: string])[]>> = {
  engines: [
    [['name'], 'to choose it'],
    [['cylinders', 'boreMm', 'strokeMm'], 'displacement, fuel, engine calculators'],
    [['fuel', 'induction', 'compressionRatio'], 'knock limit, fuel'],
    [['idleRpm', 'redlineRpm'], 'speeds in gears, hill start'],
    [['curves'], 'power, gearing, acceleration'],
    [['massRecords'], 'weight'],
    [['comMm'], 'axle loads, grip'],
    [['solids'], 'fit'],
    [['bosses', 'ports'], 'mounts and joints'],
    [['price'], 'the bill'],
  ],
  gearboxes: [
    [['name', 'kind', 'ratios'], 'speeds in gears, cruise'],
    [['efficiencyDirect', 'efficiencyOther'], 'tractive force, acceleration'],
    [['ratings'], 'torque rating check'],
    [['massKg', 'oilL'], 'weight'],
    [['comMm'], 'axle loads'],
    [['lengthMm', 'outputMm'], 'propshaft'],
    [['shifterMm'], 'whether the lever fits its opening'],
    [['mountMm'], 'its mount'],
    [['solids'], 'fit'],
    [['ports'], 'joints'],
    [['price'], 'the bill'],
  ],
  parts: [
    [['name', 'class'], 'to choose it'],
    [['price', 'hours'], 'the bill'],
    [['massKg'], 'weight'],
    [['closes', 'provides'], 'joints'],
    [['leadDays'], 'when to order'],
  ],
  families: [
    [['name'], 'to choose it'],
    [['marks'], 'identifying a block'],
    [['interchange'], 'parts from sisters'],
  ],
  offers: [
    [['name'], 'to choose it'],
    [['engineId'], 'everything calculated from it'],
    [['price', 'currency'], 'the bill, ways to buy'],
    [['distanceKm'], 'collection'],
    [['travelledKm', 'condition'], 'expected rebuild'],
  ],
};

/** A kit weighs and joins by the parts in it. */
const BY_ITS_PARTS = ['massKg', 'closes', 'provides'];

const entered = (value: unknown): boolean =>
  value !== undefined && value !== '' && !(Array.isArray(value) && value.length === 0);

/** What is missing of a row and what it would be good for; nothing is said once all that matters first is there. */
export function FirstThings({ kind, row }: { kind: RowKind; row: Readonly<Record<string, unknown>> }) {
  const open = FIRST[kind].flatMap(([keys, buys]) => {
    const missing = keys.filter((key) => !entered(row[key]) && !(BY_ITS_PARTS.includes(key) && entered(row['inKit'])));
    return missing.length > 0 ? [{ missing, buys }] : [];
  });
  if (open.length === 0) return null;
  const lead = (key: string) => {
    const field = document.querySelector<HTMLElement>(`[data-pointer="/${key}"]`);
    field?.scrollIntoView({ block: 'center' });
    field?.querySelector<HTMLElement>('input, textarea, [role="combobox"], button')?.focus();
  };
  return (
    <section className={css['first-things']} aria-label="Missing first">
      <h2>Missing first</h2>
      <ul>
        {open.map(({ missing, buys }) => (
          <li key={buys}>
            {missing.map((key, i) => (
              <span key={key}>
                {i > 0 && ', '}
                <button type="button" className={layout['link']} onClick={() => lead(key)}>
                  {titleOf(key, kind).replace(/ \(.*/, '')}
                </button>
              </span>
            ))}
            <span className="muted">: {buys}</span>
          </li>
        ))}
      </ul>
      <p className="small muted">Can be saved now: missing data stays unknown.</p>
    </section>
  );
}
