import type { Gearbox } from '@sable/core';
import {
  comboOf,
  givenUp,
  rankCombos,
  sameCombo,
  WAYS,
  wayOf,
  withCombo,
  type Criterion,
  type GivenUp,
  type Miss,
  type Ranked,
} from '@sable/core/solvers/ratioSweep';
import { combosCsv } from '@sable/core/formats';
import { gearWord } from '@sable/core/questions/strength';
import { formatNumber, formatQuantity, unitOf, type Units } from '@sable/core/units';
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSum } from '../../hooks/useSum.ts';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import { saveFile } from '../../pieces/saveFile.ts';
import { ChooserChart } from './ChooserChart.tsx';
import layout from '../../pieces/layout.module.css';
import css from './gearing.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

const MISS_WORDS: Readonly<Record<Miss, string>> = {
  cruise: 'cruise rpm',
  hill: 'hill start',
  wheels: 'wheel size',
  room: 'tyre clearance',
  gearbox: 'gearbox safety factor',
};
const SHOWN = 24;

const WAY_WORDS: Readonly<Record<keyof typeof WAYS, string>> = {
  even: 'balanced',
  hauling: 'hill start and towing',
  cruising: 'cruise',
  sprint: 'acceleration',
};

/** Which ratios to buy: every final drive, tyre and gear set on offer, ranked against the brief. */
export function Choose() {
  const { build, library, candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const [scope, setScope] = useState<'this gearbox' | 'every gearbox'>('this gearbox');
  const [way, setWay] = useState<keyof typeof WAYS>(() => wayOf(build.brief.use));
  const sweep = useSum('candidate.gearings');
  const begun = useRef(false);
  const { ask, progress } = sweep;
  const found = sweep.answer;
  const start = useCallback(
    (next: 'this gearbox' | 'every gearbox') => ask({ build, candidate: candidate!, scope: next }),
    [ask, build, candidate],
  );
  useEffect(() => {
    // The box that is chosen takes a moment: it is swept unasked, once.
    if (begun.current || !build.chassis) return;
    begun.current = true;
    start('this gearbox');
  }, [start, build.chassis]);
  const ranked = useMemo(() => (found ? rankCombos(found, build.brief, WAYS[way]) : []), [found, build.brief, way]);
  const gives = useMemo(() => givenUp(ranked, build.brief), [ranked, build.brief]);
  const boxes = useMemo(() => new Map(library.gearboxes.map((g) => [g.id, g])), [library]);
  const current = comboOf(candidate!);
  const first = ranked[0];
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const name = (r: Ranked) => comboName(r, boxes, scope === 'every gearbox');
  const take = useCallback(
    (r: Ranked) => saveCandidate(candidate, withCombo(candidate!, r)),
    [saveCandidate, candidate],
  );
  const meets = ranked.filter((r) => r.misses.length === 0).length;
  return (
    <div className="screen whole">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {!build.chassis
              ? 'Enter axle ratios and tyres in the survey first'
              : !first
                ? progress
                  ? 'Calculating all combinations…'
                  : 'No results yet'
                : first.misses.length > 0
                  ? `No combination meets the brief. Closest: ${name(first)} fails ${first.misses.map((m) => MISS_WORDS[m]).join(' and ')}`
                  : sameCombo(first, current)
                    ? `${candidate!.letter} already uses the best combination: ${name(first)}`
                    : `Best combination: ${name(first)}`}
          </p>
          {first && (
            <p className="say">
              {reason(first, units)}{' '}
              {gives.length === 0
                ? 'Best in all criteria among the combinations that meet the brief.'
                : `${gives.length > 1 ? 'Trade-offs' : 'Trade-off'}: ${gives.map((g) => givesWords(g, units, money, name)).join('; ')}.`}
            </p>
          )}
        </div>
        <div className={css['sweep-bar']}>
          <span style={{ width: 170 }}>
            <ChoiceField
              label="Gearboxes included"
              value={scope}
              choices={[
                { value: 'this gearbox', label: 'this gearbox' },
                { value: 'every gearbox', label: 'every gearbox' },
              ]}
              onCommit={(v) => {
                const next = v as typeof scope;
                setScope(next);
                start(next);
              }}
            />
          </span>
          <span style={{ width: 190 }}>
            <ChoiceField
              label="Priority"
              value={way}
              choices={(Object.keys(WAYS) as (keyof typeof WAYS)[]).map((w) => ({ value: w, label: WAY_WORDS[w] }))}
              onCommit={(v) => setWay(v as keyof typeof WAYS)}
            />
          </span>
          {progress ? (
            <>
              <progress value={progress.share} max={1} aria-label="Combinations calculated" />
              <span className="muted num" aria-live="polite">
                {progress.done ?? 0} of {progress.of ?? 0}
              </span>
              <Button onClick={sweep.stop}>Stop</Button>
            </>
          ) : (
            <>
              <Button onClick={() => start(scope)} disabled={!build.chassis}>
                Recalculate
              </Button>
              {found && (
                <span className="muted" aria-live="polite">
                  {found.length} gearings, {meets} meet the brief
                </span>
              )}
            </>
          )}
          {ranked.length > 0 && !progress && (
            <Button
              onClick={() =>
                saveFile(
                  combosCsv(ranked, units, build.currency),
                  'text/csv',
                  `${build.id}-${candidate!.letter}-gearings.csv`,
                )
              }
            >
              Export CSV
            </Button>
          )}
          {first && !sameCombo(first, current) && (
            <Button variant="contained" color="primary" sx={{ ml: 'auto' }} onClick={() => take(first)}>
              Use best
            </Button>
          )}
        </div>
        {sweep.fault && (
          <Alert severity="error" variant="outlined" sx={{ mb: 1 }}>
            {sweep.fault}
          </Alert>
        )}
        {ranked.length > 0 && (
          <Ranking ranked={ranked} boxes={boxes} withBox={scope === 'every gearbox'} onTake={take} />
        )}
      </div>
    </div>
  );
}

/** The trade drawn and the gearings in order; drawn anew only when they are, not with each word of progress. */
const Ranking = memo(function Ranking({
  ranked,
  boxes,
  withBox,
  onTake,
}: {
  ranked: readonly Ranked[];
  boxes: ReadonlyMap<string, Gearbox>;
  withBox: boolean;
  onTake: (r: Ranked) => void;
}) {
  const { build, candidate } = useBuild();
  const units = useUnits();
  const current = useMemo(() => comboOf(candidate!), [candidate]);
  const name = useCallback((r: Ranked) => comboName(r, boxes, withBox), [boxes, withBox]);
  return (
    <>
      <ChooserChart ranked={ranked} brief={build.brief} current={current} name={name} />
      <Scrolled label="Gearings ranked">
        <table className={`${layout['figures']} ${css['ranked']}`}>
          <thead>
            <tr>
              <th scope="col" className="r">
                No.
              </th>
              <th scope="col">Gearing</th>
              <th scope="col" className="r">
                Cruise, rpm
              </th>
              <th scope="col" className="r">
                Hill, %
              </th>
              <th scope="col" className="r">
                0 to {formatQuantity(100, 'speedKph', units)}, s
              </th>
              <th scope="col" className="r">
                {formatNumber(80, 'speedKph', units)} to {formatQuantity(120, 'speedKph', units)}, s
              </th>
              <th scope="col" className="r">
                Top, {unitOf('speedKph', units)}
              </th>
              <th scope="col" className="r">
                Costs, {unitOf('money', units, build.currency)}
              </th>
              <th scope="col">Requirements not met</th>
              <th scope="col">&nbsp;</th>
            </tr>
          </thead>
          <tbody>
            {ranked.slice(0, SHOWN).map((r) => {
              const mine = sameCombo(r, current);
              return (
                <tr
                  key={`${r.gearboxId} ${r.pairIds.join(' ')} ${r.finalDrive} ${r.tyreCode}`}
                  className={mine ? 'is-current' : r.rank === 1 ? 'is-first' : ''}
                >
                  <td className="r">{r.rank}</td>
                  <th scope="row">{name(r)}</th>
                  <td className="r">{figure(r.cruiseRpm, 'rpm', units)}</td>
                  <td className="r">{r.hillPct?.toFixed(1) ?? '–'}</td>
                  <td className="r">{r.zeroTo100S?.toFixed(1) ?? '–'}</td>
                  <td className="r">{r.pullS === undefined ? '–' : `${r.pullS.toFixed(1)} in ${r.pullGear}`}</td>
                  <td className="r">{figure(r.topSpeedKph, 'speedKph', units)}</td>
                  <td className="r">{formatNumber(r.price, 'money', units)}</td>
                  <td>
                    {r.misses.length === 0 ? (
                      <StateMark state="clear" label={false} />
                    ) : (
                      r.misses.map((m) => MISS_WORDS[m]).join(', ')
                    )}
                  </td>
                  <td>
                    {mine ? (
                      <span className="muted">chosen</span>
                    ) : (
                      <Button size="small" onClick={() => onTake(r)}>
                        Use
                      </Button>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </Scrolled>
      <p className="muted small" style={{ marginTop: 6 }}>
        {ranked.length > SHOWN && `The first ${SHOWN} of ${ranked.length}. `}Sorted by requirements missed, then by the
        weighted mean of cruise, hill start, both accelerations, top speed and price. Costs: gearbox, gear pairs, axle
        and tyres not in the car.
        {withBox &&
          ' A different gearbox also changes bellhousing, clutch, mount and propshaft; these are checked after you apply it.'}
      </p>
    </>
  );
});

const figure = (v: number | undefined, quantity: 'rpm' | 'speedKph', units: Units) =>
  v === undefined ? '–' : formatNumber(v, quantity, units);

function comboName(r: Ranked, boxes: ReadonlyMap<string, Gearbox>, withBox: boolean): string {
  const box = boxes.get(r.gearboxId);
  const pairs = (box?.pairs ?? [])
    .filter((p) => r.pairIds.includes(p.id))
    .map((p) => `${gearWord(p.gear)} ${p.ratio.toFixed(2)}`);
  return [
    ...(withBox && box ? [box.shortName] : []),
    ...pairs,
    box?.finalDriveInside === undefined ? `${r.finalDrive.toFixed(2)} axle` : `${r.finalDrive.toFixed(2)} inside`,
    r.tyreCode,
  ].join(', ');
}

function reason(r: Ranked, units: Units): string {
  const words = [
    r.cruiseRpm === undefined ? undefined : `cruises at ${formatNumber(r.cruiseRpm, 'rpm', units)} rpm`,
    r.hillPct === undefined ? undefined : `hill start up to ${r.hillPct.toFixed(1)} %`,
    r.zeroTo100S === undefined
      ? undefined
      : `${formatQuantity(100, 'speedKph', units)} in ${r.zeroTo100S.toFixed(1)} s`,
  ].filter((w): w is string => w !== undefined);
  return `${words.join(', ').replace(/^./, (c) => c.toUpperCase())}.`;
}

function givesWords(g: GivenUp, units: Units, money: (v: number) => string, name: (r: Ranked) => string): string {
  const gap = Math.abs(g.has - g.best);
  const by: Readonly<Record<Criterion, string>> = {
    cruise: `${formatNumber(gap, 'rpm', units)} rpm closer to target cruise rpm`,
    hill: `${gap.toFixed(1)} % of hill`,
    sprint: `${gap.toFixed(1)} s to ${formatQuantity(100, 'speedKph', units)}`,
    pull: `${gap.toFixed(1)} s from ${formatNumber(80, 'speedKph', units)} to ${formatQuantity(120, 'speedKph', units)}`,
    topSpeed: `${formatQuantity(gap, 'speedKph', units)} of top speed`,
    price: money(gap),
  };
  return `${by[g.criterion]} (${name(g.with)})`;
}
