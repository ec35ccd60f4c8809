import { settingOf, type Build, type Candidate, type JointWay, type JointWays, type Subject } from '@sable/core';
import { withWay } from '@sable/core/solvers/jointResolver';
import { fabricationOf, hourPrice, swapOf } from '@sable/core/model';
import { formatQuantity, lowered } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useSum } from '../../hooks/useSum.ts';
import { Sentence } from '../../pieces/figures.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import css from './joints.module.css';

const LEAST = [
  ['cost', 'Cost'],
  ['hours', 'Hours'],
  ['mass', 'Mass'],
  ['oneOffs', 'One-offs'],
  ['lead', 'Lead time'],
] as const;
type Least = (typeof LEAST)[number][0];
type Held = 'in' | 'out';

/** Money counts the hours too, at what they cost. */
const weightsOf = (least: Least, rate: number) =>
  least === 'cost' ? { cost: 1, ...(rate > 0 ? { hours: rate } : {}) } : { [least]: 1 };

/** The sets of parts and own work that close every joint and count least, the next best beside; one press takes one. */
export function Ways({
  build,
  candidate,
  subject,
  titles,
}: {
  build: Build;
  candidate: Candidate;
  subject: Subject;
  titles: ReadonlyMap<string, string>;
}) {
  const { library } = useBuild();
  const { saveCandidate } = useBuildActions();
  const search = useSum('candidate.joints');
  const [least, setLeast] = useState<Least>('cost');
  const [fabricate, setFabricate] = useState(true);
  const rate = hourPrice(build.brief);
  const held: Readonly<Record<string, Held>> = Object.fromEntries([
    ...(candidate.jointWishes?.keep ?? []).map((id) => [id, 'in'] as const),
    ...(candidate.jointWishes?.refuse ?? []).map((id) => [id, 'out'] as const),
  ]);
  const units = useUnits();
  const { answer, running, progress, fault } = search;
  const ask = (more: { least?: Least; fabricate?: boolean; held?: Readonly<Record<string, Held>> } = {}) => {
    const h = more.held ?? held;
    const ids = (of: Held) => Object.keys(h).filter((id) => h[id] === of);
    search.ask({
      build,
      candidate,
      weights: weightsOf(more.least ?? least, rate),
      pinned: ids('in'),
      refused: ids('out'),
      fabricate: more.fabricate ?? fabricate,
    });
  };
  // Whoever holds to something wants to know whether it still holds behind another engine or gearbox.
  const holds = Object.keys(held).length > 0;
  const behind = `${candidate.engineId} ${candidate.gearboxId}`;
  useEffect(() => {
    if (holds) ask();
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- asked anew by what it stands behind, not by every change
  }, [behind]);
  const hold = (id: string, to: Held | undefined) => {
    const { [id]: _was, ...rest } = held;
    const next: Readonly<Record<string, Held>> = to ? { ...rest, [id]: to } : rest;
    const of = (how: Held) => Object.keys(next).filter((x) => next[x] === how);
    const { jointWishes: _wishes, ...bare } = candidate;
    saveCandidate(
      candidate,
      Object.keys(next).length === 0 ? bare : { ...bare, jointWishes: { keep: of('in'), refuse: of('out') } },
    );
    ask({ held: next });
  };
  const shown = answer?.ways ?? [];
  const half = answer?.halfStep;
  const keyOf = (way: JointWay) => JSON.stringify([way.partIds, way.made, way.swapped]);
  const engineOf = (id: string) => library.engines.find((e) => e.id === id)?.name ?? id;
  const nameOf = (id: string) => library.parts.find((p) => p.id === id)?.name ?? id;
  const kitOf = (id: string) =>
    (library.parts.find((p) => p.id === id)?.inKit ?? []).map((inside) => nameOf(inside)).join(' · ');
  const titleOf = (key: string) => titles.get(key) ?? key;
  return (
    <section className="block">
      <h2>Close all</h2>
      <div className={css['tools']}>
        <div className={css['choice']} role="group" aria-label="Minimise">
          {LEAST.map(([key, label]) => (
            <button
              key={key}
              type="button"
              aria-pressed={least === key}
              onClick={() => {
                setLeast(key);
                if (answer) ask({ least: key });
              }}
            >
              {label}
            </button>
          ))}
        </div>
        <FormControlLabel
          control={
            <Checkbox
              checked={fabricate}
              onChange={(e) => {
                setFabricate(e.target.checked);
                if (answer) ask({ fabricate: e.target.checked });
              }}
            />
          }
          label="Plates, brackets and shafts may be made"
        />
        <Button variant="contained" onClick={() => (running ? search.stop() : ask())}>
          {running ? 'Stop' : 'Close joints'}
        </Button>
      </div>
      {least === 'cost' && rate > 0 && (
        <p className="muted small">
          Hours count at {formatQuantity(rate, 'money', units, { currency: build.currency })} each.
        </p>
      )}
      {running && (
        <LinearProgress
          variant="determinate"
          value={100 * (progress?.share ?? 0)}
          sx={{ mt: 1 }}
          aria-label="Sets tried"
        />
      )}
      {fault && <p className="muted">{fault}</p>}
      {Object.keys(held).length > 0 && (
        <p>
          {Object.entries(held).map(([id, how]) => (
            <Button key={id} onClick={() => hold(id, undefined)}>
              {how === 'in' ? 'Kept' : 'Refused'}: {nameOf(id)} ×
            </Button>
          ))}
        </p>
      )}
      {answer?.unkept.map((u) => (
        <p key={u.partId}>
          {nameOf(u.partId)} can’t be kept: <Sentence>{u.why}</Sentence>
        </p>
      ))}
      {answer && answer.unknown.length > 0 && (
        <p>No solution for joints with missing data: {answer.unknown.map(titleOf).join(', ')}.</p>
      )}
      {answer && answer.ways.length === 0 && (answer.conflict !== undefined || answer.dropped > 0) && (
        <div>
          <p>
            {answer.conflict
              ? answer.conflict.joints.length === 1
                ? `Nothing that may be used closes ${titleOf(answer.conflict.joints[0]!)}.`
                : `${answer.conflict.smallest ? 'No set closes' : 'No set was found that closes'} ${answer.conflict.joints.map(titleOf).join(', ')} together${answer.conflict.smallest ? ': any one fewer of them can be closed' : ''}.`
              : 'Every solution was rejected by the checks of the whole candidate.'}
          </p>
          {answer.unclosable.map((u) => (
            <p key={u.joint} className="muted">
              {titleOf(u.joint)}:{' '}
              {u.refused.length > 0
                ? `${u.refused.join(', ')} would, but not with this engine, gearbox and dressing.`
                : 'no part of the library has both faces; one would have to be made or entered.'}
            </p>
          ))}
        </div>
      )}
      {[...shown.slice(0, 1), ...(half ? [half.right] : []), ...others(shown, half)].map((way, i) => (
        <OneWay
          key={keyOf(way)}
          way={way}
          first={i === 0}
          half={i === 0 ? half : undefined}
          lasting={way === half?.right}
          build={build}
          nameOf={nameOf}
          kitOf={kitOf}
          titleOf={titleOf}
          engineOf={engineOf}
          onHold={hold}
          had={subject.parts.map((p) => p.id)}
          onUse={() =>
            saveCandidate(candidate, withWay({ setting: settingOf(build), candidate, library, subject }, way))
          }
        />
      ))}
    </section>
  );
}

/** Alternatives that are not there already as the one that lasts. */
const others = (ways: readonly JointWay[], half: JointWays['halfStep']): readonly JointWay[] => {
  const is = (w: JointWay) => JSON.stringify([[...w.partIds].sort(), [...w.made].sort(), w.swapped]);
  return ways.slice(1).filter((w) => !half || is(w) !== is(half.right));
};

/** What is bought or made twice, by name. */
const twiceWords = (
  { twice }: NonNullable<JointWays['halfStep']>,
  nameOf: (id: string) => string,
  titleOf: (key: string) => string,
): string =>
  [
    ...twice.partIds.map(nameOf),
    ...twice.swapped.map((s) => `${lowered(titleOf(s.joint))} (${swapOf(s.joint)?.what} swapped over)`),
    ...twice.made.map((key) => `${lowered(titleOf(key))} (${fabricationOf(key)?.what ?? 'made for it'})`),
  ].join(', ');

function OneWay({
  way,
  first,
  half,
  lasting,
  build,
  nameOf,
  kitOf,
  titleOf,
  engineOf,
  had,
  onHold,
  onUse,
}: {
  way: JointWay;
  first: boolean;
  /** Where it is the cheaper one to begin with. */
  half: JointWays['halfStep'];
  /** The one that lasts, where a cheaper one stands before it. */
  lasting: boolean;
  build: Build;
  nameOf: (id: string) => string;
  kitOf: (id: string) => string;
  titleOf: (key: string) => string;
  engineOf: (id: string) => string;
  had: readonly string[];
  onHold: (id: string, to: Held) => void;
  onUse: () => void;
}) {
  const units = useUnits();
  const same = way.partIds.every((id) => had.includes(id)) && way.made.length === 0 && way.swapped.length === 0;
  return (
    <div className={css['way']} data-first={first}>
      <div>
        <p className={css['sums']}>
          <b className="num">{formatQuantity(way.price, 'money', units, { currency: build.currency })}</b>
          <span className="num">{formatQuantity(way.hours, 'hours', units, { digits: 1 })}</span>
          <span className="num">{formatQuantity(way.massKg, 'massKg', units, { digits: 1 })}</span>
          <span>{way.oneOffs === 0 ? 'no one-offs' : `${way.oneOffs} one-off${way.oneOffs > 1 ? 's' : ''}`}</span>
          <span>{way.leadDays === 0 ? 'no wait' : `up to ${way.leadDays} days`}</span>
          {way.fit !== way.fitNow && (
            <span className={css['fit']}>
              <StateMark state={way.fit} label={false} /> then {way.fit} in Fit
            </span>
          )}
        </p>
        {lasting && (
          <p className={css['lasts']}>Durable solution: no makeshift parts, no parts from a related engine.</p>
        )}
        <ul className={css['parts']}>
          {way.partIds.map((id) => (
            <li key={id}>
              {nameOf(id)}
              {had.includes(id) && <small className="muted"> accepted</small>}
              <button type="button" aria-label={`Keep ${nameOf(id)}`} onClick={() => onHold(id, 'in')}>
                keep
              </button>
              <button type="button" aria-label={`Refuse ${nameOf(id)}`} onClick={() => onHold(id, 'out')}>
                refuse
              </button>
              {kitOf(id) && <small className={css['inside']}>{kitOf(id)}</small>}
            </li>
          ))}
          {way.swapped.map(({ joint, engineId }) => (
            <li key={joint}>
              {titleOf(joint)}: swap over the {swapOf(joint)?.what} of the {engineOf(engineId)}
            </li>
          ))}
          {way.made.map((key) => (
            <li key={key}>
              {titleOf(key)}: {fabricationOf(key)?.what ?? 'made for it'}
            </li>
          ))}
        </ul>
        {half && (
          <p className={css['lasts']}>
            A half-step. Begun with this one, then the set below:{' '}
            <b className="num">
              {formatQuantity(half.inTurn.price, 'money', units, { currency: build.currency })},{' '}
              {formatQuantity(half.inTurn.hours, 'hours', units, { digits: 1 })}
            </b>{' '}
            in all. Bought or made twice,{' '}
            {formatQuantity(half.twice.price, 'money', units, { currency: build.currency })} and{' '}
            {formatQuantity(half.twice.hours, 'hours', units, { digits: 1 })}: {twiceWords(half, nameOf, titleOf)}.
          </p>
        )}
        {way.unpriced.length > 0 && <p className="muted small">Counted as 0: {way.unpriced.join(', ')}.</p>}
      </div>
      {same ? <span className="muted">as accepted</span> : <Button onClick={onUse}>Use these</Button>}
    </div>
  );
}
