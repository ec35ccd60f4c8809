import { choiceWords } from '@sable/core/model';
import { type BoxFigures, USE_FACTORS } from '@sable/core/assess';
import { formatNumber, formatQuantity, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { useSum } from '../../hooks/useSum.ts';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { FigureText } from '../../pieces/figures.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import layout from '../../pieces/layout.module.css';
import css from './gearing.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** Every gearbox of the layout behind this engine, the original always among them. */
export function Boxes() {
  const { build, library, candidate } = useBuild();
  const { now, later } = build.brief;
  const powers = useMemo(() => {
    const base = now.powerKw ?? 80;
    return [
      ...new Set([base, later.powerKw ?? Math.round(base * 1.35), Math.round((later.powerKw ?? base * 1.35) * 1.3)]),
    ];
  }, [now.powerKw, later.powerKw]);
  const compared = useSum(
    'candidate.gearboxes',
    useMemo(() => ({ build, candidate: candidate!, powersKw: powers }), [build, candidate, powers]),
  );
  const boxes = compared.answer;
  const engine = library.engines.find((e) => e.id === candidate!.engineId);
  const stands = (boxes ?? []).filter((b) => b.margin && b.margin.value >= 1);
  const original = boxes?.find((b) => b.original);
  return (
    <div className="screen whole">
      <div className="main">
        <div className="answer">
          <p className="say big">
            {!boxes
              ? (compared.fault ?? 'Comparing…')
              : `${stands.length} of ${boxes.length} gearboxes are strong enough for the ${engine?.shortName ?? 'engine'}, ${build.brief.use === 'street' ? 'on the street' : `for ${choiceWords(build.brief.use)}`}`}
          </p>
          {original && (
            <p className="say">
              {original.margin === undefined
                ? `Original ${original.gearbox.shortName}: no torque rating.`
                : original.margin.value >= 1
                  ? `Original ${original.gearbox.shortName}: safety factor ${original.margin.value.toFixed(2)}. Mount, shifter and propshaft could stay.`
                  : `Original ${original.gearbox.shortName}: rated for ${(100 * original.margin.value).toFixed(0)} % of its load; mount, shifter and propshaft would stay.`}
            </p>
          )}
        </div>
        {boxes && <Table boxes={boxes} />}
        {boxes && boxes.length > 0 && <Matrix boxes={boxes} powers={powers} />}
      </div>
    </div>
  );
}

function Table({ boxes }: { boxes: readonly BoxFigures[] }) {
  const { build, candidate } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const money = (v: number) => formatNumber(v, 'money', units);
  const currency = unitOf('money', units, build.currency);
  const take = (b: BoxFigures) => {
    const { pairIds: _gone, torqueLimits: _limits, ...rest } = candidate!;
    saveCandidate(candidate, { ...rest, gearboxId: b.gearbox.id });
  };
  return (
    <Scrolled label="Gearbox comparison">
      <table className={`${layout['figures']} ${css['box-table']}`}>
        <thead>
          <tr>
            <th scope="col">Gearbox</th>
            <th scope="col" className="r">
              Torque rating, {unitOf('torqueNm', units)}
            </th>
            <th scope="col" className="r">
              Safety factor
            </th>
            <th scope="col" className="r">
              Over its distance, {currency}
            </th>
            <th scope="col" className="r">
              Mass, {unitOf('massKg', units)}
            </th>
            <th scope="col" className="r">
              Used, {currency}
            </th>
            <th scope="col" className="r">
              New, {currency}
            </th>
            <th scope="col" className="r">
              Length, {unitOf('lengthMm', units)}
            </th>
            <th scope="col" className="r">
              Lever at x, {unitOf('lengthMm', units)}
            </th>
            <th scope="col">Bellhousing fit</th>
            <th scope="col">Gearbox control</th>
            <th scope="col">Ratios</th>
            <th scope="col">&nbsp;</th>
          </tr>
        </thead>
        <tbody>
          {boxes.map((b) => {
            const g = b.gearbox;
            return (
              <tr key={g.id} className={b.current ? 'is-current' : ''}>
                <th scope="row">
                  {g.shortName}
                  <small className="muted"> {[g.kind, ...(b.original ? ['original'] : [])].join(', ')}</small>
                </th>
                <td className="r">
                  {b.rating ? (
                    <FigureText figure={b.rating} quantity="torqueNm" />
                  ) : (
                    <span className="muted">unknown</span>
                  )}
                </td>
                <td className={`r ${tone(b.margin?.value)}`}>{b.margin?.value.toFixed(2) ?? '–'}</td>
                <td className="r">
                  {b.expected ? (
                    <FigureText figure={b.expected} quantity="money" />
                  ) : (
                    <span className="muted small">{b.oddsUnknown}</span>
                  )}
                </td>
                <td className="r">{g.massKg ? formatNumber(g.massKg.value, 'massKg', units) : '–'}</td>
                <td className="r">{b.original || !b.priceUsed ? '–' : money(b.priceUsed.likely)}</td>
                <td className="r">{b.priceNew ? money(b.priceNew.likely) : '–'}</td>
                <td className="r">{g.lengthMm ? formatNumber(g.lengthMm.value, 'lengthMm', units) : '–'}</td>
                <td className="r">
                  {b.shifterXMm === undefined
                    ? g.shiftedBy === 'cable or rod'
                      ? 'remote'
                      : '–'
                    : formatNumber(b.shifterXMm, 'lengthMm', units)}
                </td>
                <td>
                  {b.adapter === 'as it is' ? (
                    <StateMark state="clear" />
                  ) : b.adapter === 'unknown' ? (
                    <StateMark state="unknown" />
                  ) : b.adapter === 'by parts' ? (
                    <span title={b.adapterNames.join(', ')}>
                      {b.adapterNames.length} {b.adapterNames.length === 1 ? 'part' : 'parts'}: {b.adapterNames[0]}
                      {b.adapterNames.length > 1 && ' …'}
                    </span>
                  ) : (
                    <>not compatible: {b.openJoints.join(', ').toLowerCase()}</>
                  )}
                </td>
                <td>
                  {g.wants.length === 0 ? (
                    g.kind === 'automatic' ? (
                      'hydraulic, no ECU'
                    ) : (
                      'lever'
                    )
                  ) : b.unsent.length === 0 ? (
                    'signals complete'
                  ) : (
                    <>
                      <StateMark state="blocked" label={false} /> missing signals: {b.unsent.join(', ')}
                    </>
                  )}
                </td>
                <td className="num">{g.ratios.map((r) => r.toFixed(2)).join(' ')}</td>
                <td>
                  {b.current ? (
                    <span className="muted">chosen</span>
                  ) : (
                    <Button size="small" onClick={() => take(b)}>
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
  );
}

const tone = (margin: number | undefined) =>
  margin === undefined ? '' : margin < 1 ? 'no' : margin < 1.15 ? 'near' : '';

/** Margins by power level for the brief's use, and the factors of the other uses to read them by. */
function Matrix({ boxes, powers }: { boxes: readonly BoxFigures[]; powers: readonly number[] }) {
  const { build } = useBuild();
  const units = useUnits();
  const mine = USE_FACTORS.find((u) => u.use === build.brief.use)!;
  return (
    <section className="block">
      <h2>Safety factor by power and duty</h2>
      <Scrolled label="Gearboxes">
        <table className={`${layout['figures']} ${css['box-table']}`}>
          <thead>
            <tr>
              <th scope="col">Gearbox</th>
              {powers.map((p) => (
                <th key={p} scope="col" className="r">
                  {formatQuantity(p, 'powerKw', units)}, {choiceWords(build.brief.use)}
                </th>
              ))}
              {USE_FACTORS.filter((u) => u.use !== mine.use).map((u) => (
                <th key={u.use} scope="col" className="r">
                  {formatQuantity(powers[0]!, 'powerKw', units)}, {choiceWords(u.use)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {boxes.map((b) => (
              <tr key={b.gearbox.id} className={b.current ? 'is-current' : ''}>
                <th scope="row">{b.gearbox.shortName}</th>
                {b.matrix.map((m) => (
                  <td key={m.powerKw} className={`r ${tone(m.margin)}`}>
                    {m.margin?.toFixed(2) ?? '–'}
                  </td>
                ))}
                {USE_FACTORS.filter((u) => u.use !== mine.use).map((u) => {
                  const m = b.byUse.find((x) => x.use === u.use)?.margin;
                  return (
                    <td key={u.use} className={`r ${tone(m)}`}>
                      {m?.toFixed(2) ?? '–'}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </Scrolled>
      <p className="muted small" style={{ marginTop: 6 }}>
        Weakest gear, torque curve scaled to each power. Where grip limits the load, more power has no effect. Service
        factors: {USE_FACTORS.map((u) => `${u.use} ${u.factor}`).join(', ')}.
      </p>
    </section>
  );
}
