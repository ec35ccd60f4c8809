import { weakOrStrong, type BoxFigures } from '@sable/core/assess';
import { ratingAtInputShaft, gearWord, type ComponentLimit } from '@sable/core/questions/strength';
import { formatNumber, formatQuantity, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useSum } from '../../hooks/useSum.ts';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { FigureText, Sentence } from '../../pieces/figures.tsx';
import { fieldPath } from '../../pieces/fieldFocus.ts';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { EvidenceMark, StateMark } from '../../pieces/marks.tsx';
import layout from '../../pieces/layout.module.css';
import { Cooling } from './Cooling.tsx';
import css from './gearing.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

const ABOUT =
  /^(gearbox-(margin|grip-saved)|clutch-margin|axle-margin|shaft-margin|propshaft|launch-heat|weakest|idle-|torque-limit|boost|cooling|missing-cooling)/;
const NO_POWERS: number[] = [];

/** What gives up first as power rises, what box and axle stand, and whether a weak box now or a strong one is cheaper. */
export function Stress() {
  const { build, candidate } = useBuild();
  const { assessment } = useJudgement();
  const compared = useSum(
    'candidate.gearboxes',
    useMemo(() => ({ build, candidate: candidate!, powersKw: NO_POWERS }), [build, candidate]),
  );
  const boxes = compared.answer;
  const figures = assessment?.figures;
  const findings = (assessment?.findings ?? []).filter((f) => ABOUT.test(f.id));
  const { components, driveline } = figures ?? {};
  if (!components || !driveline)
    return (
      <div className="screen whole">
        <div className="main">
          <p className="say big">No results: engine or gearbox not in the library</p>
          {findings[0] && (
            <p className="say">
              <Sentence>{findings[0].because}</Sentence>
            </p>
          )}
        </div>
      </div>
    );
  const first = components.known.find((l) => l.carries);
  // Tyres that slip and brakes that fade break nothing, but they come first where they do.
  const before = components.known.filter((l) => !l.carries && first && l.kw! < first.kw!);
  return (
    <div className="screen">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {first ? (
              <Sentence>{`Weakest component: ${first.name}, {{${first.kw!}|powerKw}}`}</Sentence>
            ) : (
              'No ratings available'
            )}
          </p>
          {first && (
            <p className="say muted">
              {before.length > 0 && (
                <Sentence>{`Earlier limits without damage: ${before.map((l) => `${l.name} at {{${l.kw!}|powerKw}}`).join(', ')}. `}</Sentence>
              )}
              <Sentence>{first.because}</Sentence>
              {components.unknown.length > 0 && ` Not known: ${components.unknown.map((l) => l.name).join(', ')}.`}
            </p>
          )}
        </div>
        <h2>Power limit of each component, lowest first</h2>
        <LinkTrack links={components.known} unknown={components.unknown} />
        <Cooling />
        <section className="block">
          <h2>Gearbox load and rating by gear</h2>
          <Loads />
        </section>
        <section className="block grid-two">
          <RatingBridge />
          <Behind />
        </section>
        <section className="block">
          <h2>Lifetime cost: current or stronger gearbox</h2>
          <WeakStrong boxes={boxes} fault={compared.fault} />
        </section>
        <p className="muted small" style={{ marginTop: 10 }}>
          Steady-state loads; a clutch-dump start adds engine inertia torque
          {driveline.launchJ !== undefined && `; clutch heat ${(driveline.launchJ / 1000).toFixed(0)} kJ per start`}. A
          burst clutch or flywheel can penetrate the floor. Fit a scatter shield and a propshaft safety loop.
        </p>
      </div>
      <FindingsColumn title="Drivetrain strength" findings={findings} />
    </div>
  );
}

/** Links as bars of power on one scale, the targets as lines down all of them. */
function LinkTrack({ links, unknown }: { links: readonly ComponentLimit[]; unknown: readonly ComponentLimit[] }) {
  const { build } = useBuild();
  const units = useUnits();
  const { now, later } = build.brief;
  const most = 1.12 * Math.max(...links.map((l) => l.kw! + l.plusMinusKw), now.powerKw ?? 0, later.powerKw ?? 0);
  const at = (kw: number) => `${(100 * kw) / most}%`;
  const target = Math.max(now.powerKw ?? 0, later.powerKw ?? 0);
  const lines = (
    <>
      {now.powerKw !== undefined && <span className={css['link-target']} style={{ left: at(now.powerKw) }} />}
      {later.powerKw !== undefined && (
        <span className={`${css['link-target']} ${css['later']}`} style={{ left: at(later.powerKw) }} />
      )}
    </>
  );
  return (
    <div className={css['links']} role="table" aria-label="Power limit of each component">
      <span />
      <div className={css['heads']}>
        {now.powerKw !== undefined && <span style={{ left: at(now.powerKw) }}>now</span>}
        {later.powerKw !== undefined && <span style={{ left: at(later.powerKw) }}>later</span>}
      </div>
      <span />
      {links.map((l) => (
        <div key={l.id} role="row" style={{ display: 'contents' }} className={l.kw! < target ? 'is-short' : ''}>
          <span role="rowheader" className="name">
            {l.name}
          </span>
          <div
            className={`${css['link-track']}${l.kw! < target ? ' is-short' : ''}`}
            title={l.name}
            role="presentation"
          >
            <span className={css['link-bar']} style={{ width: at(l.kw!) }} />
            <span
              className={css['link-doubt']}
              style={{ left: at(Math.max(0, l.kw! - l.plusMinusKw)), width: at(2 * l.plusMinusKw) }}
            />
            {lines}
          </div>
          <span role="cell" className={css['value']}>
            {formatNumber(l.kw!, 'powerKw', units)} <small className="muted">{unitOf('powerKw', units)}</small>
            {l.evidence && <EvidenceMark evidence={l.evidence} />}
          </span>
        </div>
      ))}
      {unknown.map((l) => (
        <div key={l.id} role="row" style={{ display: 'contents' }}>
          <span role="rowheader" className="name">
            {l.name}
          </span>
          <span role="cell" className="muted small">
            {l.because}
          </span>
          <StateMark state="unknown" />
        </div>
      ))}
    </div>
  );
}

function Loads() {
  const { assessment } = useJudgement();
  const units = useUnits();
  const { strength, gearing } = assessment!.figures!;
  const nm = (v: number | undefined) => (v === undefined ? '–' : formatNumber(v, 'torqueNm', units));
  if (!strength || !gearing || strength.gears.length === 0) return <p className="muted">Needs a torque curve.</p>;
  return (
    <Scrolled label="Drivetrain strength">
      <table className={layout['figures']}>
        <thead>
          <tr>
            <th scope="col">Gear</th>
            <th scope="col" className="r">
              Engine × service factor, {unitOf('torqueNm', units)}
            </th>
            <th scope="col" className="r">
              At the grip limit, {unitOf('torqueNm', units)}
            </th>
            <th scope="col" className="r">
              Gearbox input load, {unitOf('torqueNm', units)}
            </th>
            <th scope="col" className="r">
              Rating, {unitOf('torqueNm', units)}
            </th>
            <th scope="col" className="r">
              Safety factor
            </th>
            <th scope="col">Limited by</th>
          </tr>
        </thead>
        <tbody>
          {strength.gears.map((g, i) => {
            const grip = gearing.gears[i]?.torqueAtGripNm;
            return (
              <tr key={g.gear} className={strength.worst?.gear === g.gear ? 'is-current' : ''}>
                <th scope="row">{gearWord(g.gear)}</th>
                <td className="r">{nm(g.engineNm)}</td>
                <td className="r">{nm(grip)}</td>
                <td className="r">{nm(g.loadNm)}</td>
                <td className="r">
                  {g.ratingNm === undefined ? 'unknown' : nm(g.ratingNm)}
                  {g.bridged && <EvidenceMark evidence={g.bridged.inputNm.evidence} />}
                </td>
                <td className="r">{g.margin?.toFixed(2) ?? '–'}</td>
                <td>
                  {g.governs === 'engine' ? (
                    'engine'
                  ) : g.ratingNm !== undefined && g.ratingNm < g.engineNm ? (
                    <b>sufficient only because of tyre slip</b>
                  ) : (
                    'tyres'
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </Scrolled>
  );
}

/** Every rating that was told, brought to the input shaft step by step. */
function RatingBridge() {
  const { candidate, library } = useBuild();
  const units = useUnits();
  const box = library.gearboxes.find((g) => g.id === candidate!.gearboxId);
  return (
    <div>
      <h2>Gearbox torque ratings by source</h2>
      {!box || box.ratings.length === 0 ? (
        <p className="muted">No torque rating for this gearbox.</p>
      ) : (
        box.ratings.map((r) => {
          const b = ratingAtInputShaft(r);
          const told = r.torqueNm ?? r.powerKw;
          return (
            <div key={r.id} style={{ marginTop: 8 }}>
              <FigureText figure={told} quantity={r.torqueNm ? 'torqueNm' : 'powerKw'} />{' '}
              <span className="muted">
                {r.at === 'wheels' ? 'at the wheels' : r.at === 'engine' ? 'at the flywheel' : 'at the input'}
                {r.gear === undefined ? '' : `, ${gearWord(r.gear)}`}
                {r.unit === 'built' ? ', uprated gearbox' : ''}
                {r.inUse ? '' : ', not in use'}
                {told?.source ? `: ${told.source}` : ''}
              </span>
              {b && b.steps.length > 0 && (
                <ul className={`${css['steps-list']} num`}>
                  {b.steps.map((s) => (
                    <li key={s.name}>
                      {s.name}: {s.factor === 1 ? '' : `× ${s.factor.toFixed(2)} `}
                      {s.share > 0 && `± ${(100 * s.share).toFixed(0)} % `}→{' '}
                      {formatQuantity(s.torqueNm, 'torqueNm', units)}
                    </li>
                  ))}
                  <li>
                    <FigureText figure={b.inputNm} quantity="torqueNm" /> at the input shaft
                  </li>
                </ul>
              )}
            </div>
          );
        })
      )}
    </div>
  );
}

/** Behind the box: axle, half shafts, propshaft, and its life in the car it came from. */
function Behind() {
  const { assessment } = useJudgement();
  const driveline = assessment!.figures!.driveline!;
  const checks = assessment!.checks.filter((c) => /^(axle-margin|shaft-margin|propshaft-speed)$/.test(c.id));
  return (
    <div>
      <h2>Propshaft and axle</h2>
      {checks.length === 0 && <p className="muted">Enter axle rating and propshaft in the survey.</p>}
      {checks.map((c) => (
        <p key={c.id} style={{ marginTop: 8 }}>
          <StateMark state={c.state} />{' '}
          <b>
            <Sentence>{c.title}</Sentence>
          </b>{' '}
          <FigureText
            figure={
              c.value === undefined
                ? undefined
                : { value: c.value, plusMinus: c.plusMinus ?? 0, evidence: c.evidence ?? 'estimated' }
            }
            quantity={c.quantity}
            digits={c.quantity === 'percent' ? 0 : 2}
          />
          <br />
          <span className="muted small">
            <Sentence>{c.because}</Sentence>
          </span>
        </p>
      ))}
      {driveline.donorMassRatio && (
        <p style={{ marginTop: 8 }}>
          <b>Mass ratio to donor car</b> <FigureText figure={driveline.donorMassRatio} quantity="ratio" digits={2} />
          <br />
          <span className="muted small">
            {driveline.donorMassRatio.value < 1
              ? 'Lighter than the donor car: lower load.'
              : 'Heavier than the donor car: higher load.'}
            {driveline.donorLaunchShare !== undefined &&
              ` A start heats the clutch ${driveline.donorLaunchShare.toFixed(2)} times as much, what is towed counted.`}
          </span>
        </p>
      )}
    </div>
  );
}

function WeakStrong({ boxes, fault }: { boxes: readonly BoxFigures[] | undefined; fault: string | undefined }) {
  const { build, candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const answer = useMemo(() => boxes && weakOrStrong(boxes, build.brief), [boxes, build.brief]);
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  if (build.brief.distanceKm === undefined)
    return (
      <p className="muted">
        A chance of failure is one over a distance:{' '}
        <Link to={fieldPath('/brief/distanceKm', build.id, candidate?.letter ?? '') ?? ''}>say in the brief</Link>{' '}
        design life.
      </p>
    );
  if (!boxes) return <p className="muted">{fault ?? 'Comparing…'}</p>;
  if (!answer) return <p className="muted">No stronger compatible gearbox in the library.</p>;
  const { weak, strong, extra, breakEven, cheaper } = answer;
  const km = formatQuantity(build.brief.distanceKm, 'travelledKm', units);
  return (
    <>
      <p className="say">
        {cheaper === 'weak'
          ? `The ${weak.gearbox.shortName} is the cheaper way over ${km}: the ${strong.gearbox.shortName} costs ${money(extra)} more and saves ${money(breakEven)} of failures.`
          : `The ${strong.gearbox.shortName} is the cheaper way over ${km}: it costs ${money(extra)} more and saves ${money(breakEven)} of failures.`}{' '}
        Break-even price difference: {money(Math.max(0, breakEven))} more.
      </p>
      <table className={layout['figures']} style={{ marginTop: 8 }}>
        <thead>
          <tr>
            <th scope="col">Gearbox</th>
            <th scope="col" className="r">
              Safety factor
            </th>
            <th scope="col" className="r">
              Failure probability
            </th>
            <th scope="col" className="r">
              Price
            </th>
            <th scope="col" className="r">
              Expected cost
            </th>
          </tr>
        </thead>
        <tbody>
          {[weak, strong].map((b) => (
            <tr key={b.gearbox.id} className={b.current ? 'is-current' : ''}>
              <th scope="row">
                {b.gearbox.shortName}
                <small className="muted"> {b.current ? 'chosen' : 'stronger'}</small>
              </th>
              <td className="r">
                <FigureText figure={b.margin} quantity="ratio" digits={2} />
              </td>
              <td className="r">{b.failure === undefined ? 'unknown' : `${(100 * b.failure).toFixed(0)} %`}</td>
              <td className="r">{b.original ? 'in the car' : b.priceUsed ? money(b.priceUsed.likely) : '–'}</td>
              <td className="r">
                <FigureText figure={b.expected} quantity="money" currency={build.currency} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {cheaper === 'strong' && (
        <Button
          sx={{ mt: 1 }}
          onClick={() => saveCandidate(candidate, { ...candidate!, gearboxId: strong.gearbox.id })}
        >
          Take the {strong.gearbox.shortName}
        </Button>
      )}
      <p className="muted small" style={{ marginTop: 6 }}>
        Chance of failure: even odds at a margin of 0.70, one in twenty at 1.20 over{' '}
        {formatQuantity(60_000, 'travelledKm', units)}, wider for weak evidence; estimated. Failure cost: another
        gearbox, ten hours and consequential damage.
      </p>
    </>
  );
}
