import type { Candidate, LoomReading, LoomResult, PinRef } from '@sable/core';
import { pinKey, type Schedule } from '@sable/core/questions/wiring';
import { formatNumber } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { api } from '../../hooks/api.ts';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import css from './wiring.module.css';

/** What to look for first. */
const CURES: Readonly<Record<LoomResult, string>> = {
  sound: '',
  open: 'a crimp on the insulation, a pin pushed back, a wire not joined',
  'short to ground': 'insulation cut at a bracket or a sleeve, a strand across two pins',
  crossed: 'two wires in each other’s place: swap them at one end',
};

/** Every wire as the loom tester finds it; faults first, with what to look for. */
export function LoomTest({ candidate, schedule }: { candidate: Candidate; schedule: Schedule }) {
  const { build } = useBuild();
  const units = useUnits();
  const [all, setAll] = useState(false);
  const test = useMutation({ mutationFn: () => api.loomTest(build.id, candidate.id) });
  const byKey = new Map(schedule.rows.map((r) => [r.key, r]));
  const name = (ref: PinRef) => {
    const row = byKey.get(pinKey(ref));
    return row ? `${row.plug.plug.id}·${ref.pin} ${row.fn?.label ?? ''}`.trim() : `${ref.plug} ${ref.pin}`;
  };
  const readings: readonly LoomReading[] = test.data ?? [];
  const faults = readings.filter((r) => r.result !== 'sound');
  const shown = all ? [...faults, ...readings.filter((r) => r.result === 'sound')] : faults;
  return (
    <section className="block">
      <h2>Loom tester</h2>
      <div className={css['tools']}>
        <Button
          disabled={(candidate.wiring?.splices ?? []).length === 0 || test.isPending}
          onClick={() => test.mutate()}
        >
          {test.isPending ? 'Measuring' : 'Test the loom'}
        </Button>
        <span className="muted small">
          A simulated tester: it finds a few made-up faults, so that this can be tried.
        </span>
      </div>
      {test.error && <p role="alert">{test.error.message}</p>}
      {test.data && (
        <>
          <p aria-live="polite">
            {faults.length === 0
              ? `All ${readings.length} wires are sound.`
              : `${faults.length} of ${readings.length} wires ${faults.length === 1 ? 'has' : 'have'} a fault.`}{' '}
            <button type="button" className={css['link']} aria-pressed={all} onClick={() => setAll(!all)}>
              {all ? 'Faults only' : 'Show every wire'}
            </button>
          </p>
          <ul className={css['tested']}>
            {shown.map((r) => (
              <li key={`${pinKey(r.a)} ${pinKey(r.b)}`}>
                <StateMark state={r.result === 'sound' ? 'clear' : 'blocked'} label={false} />
                <span>
                  <b>
                    {name(r.a)} to {name(r.b)}
                  </b>
                  {r.result === 'sound' ? ', sound' : `: ${r.result}`}
                  {r.found && `, comes out at ${name(r.found)}`}
                  {CURES[r.result] && <small className="muted"> Look for {CURES[r.result]}.</small>}
                </span>
                <span className="num">
                  {r.ohm === undefined ? 'no path' : `${formatNumber(r.ohm, 'number', units, { digits: 2 })} Ω`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
