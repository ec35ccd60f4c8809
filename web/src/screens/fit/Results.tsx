import type { Placement } from '@sable/core';
import type { FitRecipe, FitRecipeAnswer } from '@sable/core/solvers/recipe';
import { unjudgedOf } from '@sable/core/questions/fit';
import type { FoundPlace, InstallationPath } from '@sable/core/solvers/placement';
import { formatNumber, formatQuantity, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import { useEffect, useRef, useState } from 'react';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import type { LiveFit } from './live.ts';
import layout from '../../pieces/layout.module.css';
import css from './fit.module.css';

const AXIS_WORDS = {
  xMm: 'fore and aft',
  yMm: 'sideways',
  zMm: 'up and down',
  pitchDeg: 'pitch',
  cantDeg: 'roll',
} as const;

function useNames(live: LiveFit): (id: string) => string {
  return (id) =>
    live.solids.find((s) => s.solid.id === id)?.solid.name ??
    live.bay.find((b) => b.obstacle.id === id)?.obstacle.name ??
    live.subject.candidate.routes?.find((r) => r.id === id)?.name ??
    id;
}

/** How far a place lies from where it stands, in words: "back 6 mm, down 13 mm". */
function shiftWords(from: Placement, to: Placement): string {
  const far = (v: number, plus: string, minus: string, quantity: 'lengthMm' | 'angleDeg') =>
    Math.abs(v) < (quantity === 'lengthMm' ? 0.5 : 0.05)
      ? []
      : [`${v > 0 ? plus : minus} {{${Math.abs(v)}|${quantity}}}`];
  const words = [
    ...far(to.xMm - from.xMm, 'forward', 'back', 'lengthMm'),
    ...far(to.yMm - from.yMm, 'left', 'right', 'lengthMm'),
    ...far(to.zMm - from.zMm, 'up', 'down', 'lengthMm'),
    ...far(to.pitchDeg - from.pitchDeg, 'nose up', 'nose down', 'angleDeg'),
    ...far(to.cantDeg - from.cantDeg, 'top right', 'top left', 'angleDeg'),
  ];
  return words.length === 0 ? 'position unchanged' : `moves ${words.join(', ')}`;
}

/** What no result here has looked at, in one line beside it; nothing where all is drawn and measured. */
function NotJudged({ live }: { live: LiveFit }) {
  const unjudged = unjudgedOf(live.subject);
  if (unjudged.length === 0) return null;
  return (
    <p className="small" role="note">
      <StateMark state="unknown" /> Only with the data available; not checked: {unjudged.map((u) => u.words).join(', ')}
      .
    </p>
  );
}

export function PlaceResult({
  place,
  live,
  onUse,
}: {
  place: FoundPlace;
  live: LiveFit;
  onUse: (p: Placement) => void;
}) {
  const name = useNames(live);
  const [from] = useState(live.now().placement);
  const mm = (v: number) => `{{${v}|lengthMm}}`;
  const broken = place.limits.filter((l) => l.slack < -1e-6);
  const holding = place.limits.filter((l) => l.slack >= -1e-6 && Math.abs(l.slack) * (l.unit === 'deg' ? 20 : 1) < 0.5);
  return (
    <section className={layout['result']} aria-label="Position found">
      <h3>
        <Sentence>
          {place.minMarginMm >= 0
            ? `Best position: ${mm(place.minMarginMm)} clearance margin`
            : `No position fits: ${mm(-place.minMarginMm)} short at best`}
        </Sentence>
      </h3>
      <p className="small muted">
        <Sentence>
          {place.heldBy.length > 1
            ? `Held from both sides: ${place.heldBy.map((h) => `${name(h.part)} to ${name(h.obstacle)} ${mm(h.marginMm)}`).join(', and ')}.`
            : `Held by ${place.heldBy.map((h) => `${name(h.part)} to ${name(h.obstacle)}, ${mm(h.marginMm)}`).join()}.`}
        </Sentence>
        {holding.length > 0 && ` Also at its limit: ${holding.map((l) => l.name).join(', ')}.`}
        {place.atRangeEnd.length > 0 &&
          ` The search ran to the end of its range ${place.atRangeEnd.map((a) => AXIS_WORDS[a]).join(' and ')}.`}{' '}
        <Sentence>{`Proven maximum in this range: ${mm(place.nothingAboveMm)}.`}</Sentence>
      </p>
      <NotJudged live={live} />
      <p className="small">
        <Sentence>{`It ${shiftWords(from, place.placement)}.`}</Sentence>
      </p>
      {broken.length > 0 && (
        <p className="small" role="alert">
          No position satisfies {broken.map((l) => l.name).join(' and ')}: this is the closest.
        </p>
      )}
      <Button variant="contained" color="primary" onClick={() => onUse(place.placement)}>
        Move here
      </Button>
    </section>
  );
}

export function RecipeResult({
  answer,
  wantMm,
  live,
  onUse,
}: {
  answer: FitRecipeAnswer;
  wantMm: number;
  live: LiveFit;
  onUse: (recipe: FitRecipe) => void;
}) {
  const { build } = useBuild();
  const units = useUnits();
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const [from] = useState(live.now().placement);
  if (answer.recipes.length === 0) {
    const broken = answer.asItIs.limits.filter((l) => l.slack < -1e-6);
    return (
      <section className={layout['result']} aria-label="Recipes">
        <h3>No permitted modification solves it</h3>
        <p className="small muted">
          {broken.length > 0
            ? `Bay modifications do not solve: ${broken.map((l) => l.name).join(', ')}. Change mounts, propshaft or gearbox.`
            : `${answer.stepsOffered} changes and their sets were tried. Parts marked “none permitted” are not modified. Add permitted modifications in the survey.`}
        </p>
      </section>
    );
  }
  const first = answer.recipes[0]!;
  return (
    <section className={layout['result']} aria-label="Recipes">
      <h3>{first.lines.length === 0 ? 'Repositioning is sufficient' : 'Modifications required'}</h3>
      <NotJudged live={live} />
      <ol className={css['recipes']}>
        {answer.recipes.map((r, i) => (
          <li key={r.lines.map((l) => l.title).join()} data-first={i === 0}>
            <p>
              <b>
                <Sentence>
                  {r.lines.length === 0 ? 'Reposition only' : r.lines.map((l) => l.title).join(' and ')}
                </Sentence>
              </b>
            </p>
            <p className="small muted">
              <Sentence>
                {[
                  `${money(r.cost)}${r.labour > 0 ? ` and ${money(r.labour)} labour` : ''}`,
                  `{{${r.hours}|hours|1}}`,
                  `{{${r.massKg}|massKg|1+}}`,
                  `{{${r.place.minMarginMm}|lengthMm|1}} to spare`,
                ].join(', ') + `; ${shiftWords(from, r.place.placement)}`}
              </Sentence>
              {r.givesUp.length > 0 && (
                <>
                  . <Sentence>{`Trade-offs: ${r.givesUp.join('; ')}`}</Sentence>
                </>
              )}
            </p>
            <Button
              variant={i === 0 ? 'contained' : 'outlined'}
              color={i === 0 ? 'primary' : 'inherit'}
              onClick={() => onUse(r)}
            >
              Apply recipe
            </Button>
          </li>
        ))}
      </ol>
      <p className="small muted">
        <Sentence>
          {`Cheapest first, ${wantMm > 0 ? `{{${wantMm}|lengthMm}} to spare` : 'required clearance only'}. ` +
            (answer.allCheaperTried
              ? `All cheaper combinations of the ${answer.stepsOffered} modifications were tested or proven not to fit.`
              : `${answer.tried} of ${answer.stepsOffered} sets tested. Some cheaper sets were skipped as unlikely (not proven).`)}
        </Sentence>
      </p>
    </section>
  );
}

export function InstallResult({ path, live }: { path: InstallationPath; live: LiveFit }) {
  const units = useUnits();
  const [at, setAt] = useState(path.tightest.at);
  const [playing, setPlaying] = useState(false);
  const seat = useRef(live.now().placement);
  const show = (i: number) => {
    setAt(i);
    live.move(path.path[i]!);
  };
  // The seat as it was comes back when the path is put away.
  useEffect(() => {
    const back = seat.current;
    live.move(path.path[path.tightest.at]!);
    return () => live.move(back);
  }, [live, path]);
  useEffect(() => {
    if (!playing) return;
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    const timer = setInterval(
      () =>
        setAt((i) => {
          const next = Math.min(path.path.length - 1, i + 2);
          live.move(path.path[next]!);
          if (next === path.path.length - 1) setPlaying(false);
          return next;
        }),
      still ? 120 : 24,
    );
    return () => clearInterval(timer);
  }, [playing, live, path]);
  const gap = path.gapsMm[at]!;
  return (
    <section className={layout['result']} aria-label="Installation path">
      <h3>
        <Sentence>
          {path.clear
            ? `Installs from ${path.from}, minimum clearance {{${path.tightest.gapMm}|lengthMm}}`
            : `No clear way from ${path.from}: {{${-path.tightest.gapMm}|lengthMm}} too much at the tightest`}
        </Sentence>
      </h3>
      <NotJudged live={live} />
      <p className="small muted">
        <Sentence>{`Tightest: ${path.tightest.part} past the ${path.tightest.obstacle}. Tilts to {{${path.steepestDeg}|angleDeg|0}} nose up.`}</Sentence>
        {path.takenOff.length > 0 && ` Removed for installation: ${path.takenOff.join(', ')}.`}
        {!path.clear && ' Try installing engine and gearbox separately, or modify the bay.'} Actual gaps without
        allowance for swinging on the crane. Keep clear of a suspended engine.
      </p>
      <Slider
        aria-label="Along the path"
        min={0}
        max={path.path.length - 1}
        value={at}
        onChange={(_, v) => {
          setPlaying(false);
          show(v);
        }}
        size="small"
      />
      <div className="row">
        <Button
          onClick={() => {
            if (at === path.path.length - 1) show(0);
            setPlaying(!playing);
          }}
        >
          {playing ? 'Pause' : 'Play'}
        </Button>
        <Button onClick={() => show(path.tightest.at)}>Go to minimum clearance</Button>
        <span className="num small">
          gap {formatNumber(gap, 'lengthMm', units)} {unitOf('lengthMm', units)}
        </span>
      </div>
    </section>
  );
}
