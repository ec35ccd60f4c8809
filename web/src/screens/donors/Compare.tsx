import type { Engine } from '@sable/core';
import { yearsBuilt } from '@sable/core/model';
import { expectedPrice } from '@sable/core/questions/donor';
import { knownDisplacement } from '@sable/core/questions/engine';
import { engineSentence, compareEngine, type ComparedEngine } from '@sable/core/questions/lineup';
import { type Derived, formatQuantity, type Quantity, unitOf } from '@sable/core/units';
import { Suspense, lazy, useMemo, useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useOffersOf } from '../../hooks/useYard.ts';
import { Termed } from '../../pieces/Termed.tsx';
import { FigureText, Plain, Sentence } from '../../pieces/figures.tsx';
import { candidateColour } from '../../pieces/marks.tsx';
import layout from '../../pieces/layout.module.css';
import css from './donors.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

const TorqueChart = lazy(() => import('../../pieces/TorqueChart.tsx').then((m) => ({ default: m.TorqueChart })));
const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

interface FigureRow {
  readonly title: string;
  readonly quantity: Quantity;
  readonly digits?: number;
  readonly of: (c: ComparedEngine) => Derived | undefined;
  /** Which way is better, where one is. */
  readonly better?: 'more' | 'less';
}

/** Engines side by side: where they are driven, like for like on the scales, and for the money. */
export function Compare() {
  const { build, library } = useBuild();
  const { save } = useBuildActions();
  const units = useUnits();
  const inLineup = useMemo(() => new Set(build.candidates.map((c) => c.engineId)), [build.candidates]);
  const offered = library.engines.filter((e) => !e.retired || inLineup.has(e.id));
  const [picked, setPicked] = useState<readonly string[]>(() =>
    inLineup.size > 0 ? [...inLineup] : library.engines.slice(0, 3).map((e) => e.id),
  );
  const list = useMemo(
    () =>
      picked.flatMap((id) => {
        const engine = library.engines.find((e) => e.id === id);
        return engine ? [compareEngine(engine, build.brief)] : [];
      }),
    [picked, library.engines, build.brief],
  );
  // In the line-up an engine wears its candidate's letter; the others take letters that are free.
  const letterOf = (engineId: string, at: number) =>
    build.candidates.find((c) => c.engineId === engineId)?.letter ?? LETTERS[(build.candidates.length + at) % 26]!;
  const money = unitOf('money', units, build.currency);
  const rows: readonly FigureRow[] = [
    { title: 'Peak power', quantity: 'powerKw', of: (c) => c.peakPowerKw, better: 'more' },
    { title: 'Mean power in rpm range', quantity: 'powerKw', of: (c) => c.bandPowerKw, better: 'more' },
    { title: 'Mean power in rpm range, hot day', quantity: 'powerKw', of: (c) => c.hotBandPowerKw, better: 'more' },
    {
      title: 'Torque integral over rpm range, 1000 N·m·rpm',
      quantity: 'count',
      digits: 0,
      of: (c) => thousand(c.areaNmRpm),
      better: 'more',
    },
    { title: 'Torque at lower rpm limit', quantity: 'torqueNm', of: (c) => c.lowEndNm, better: 'more' },
    { title: 'Installed mass', quantity: 'massKg', of: (c) => c.installedKg, better: 'less' },
    { title: `${money} per kW, peak`, quantity: 'money', digits: 1, of: (c) => c.perKw, better: 'less' },
    {
      title: `${money} per kW, rpm range`,
      quantity: 'money',
      digits: 1,
      of: (c) => c.perBandKw,
      better: 'less',
    },
    { title: 'Noise at test distance', quantity: 'soundDb', of: (c) => c.noiseDb, better: 'less' },
  ];
  const toggle = (id: string) => setPicked((old) => (old.includes(id) ? old.filter((x) => x !== id) : [...old, id]));
  const whyNot = (engineId: string) =>
    build.decision.whyNot?.find((w) => w.engineId === engineId)?.words ??
    build.candidates.find((c) => c.engineId === engineId)?.whyNot ??
    '';
  const keepWhyNot = (engineId: string, words: string) => {
    const others = (build.decision.whyNot ?? []).filter((w) => w.engineId !== engineId);
    save('decision', build.decision, {
      ...build.decision,
      whyNot: words.trim() === '' ? others : [...others, { engineId, words }],
    });
  };
  return (
    <div className="screen whole">
      <div className="main">
        <div className="answer">
          <p className="say big">
            <Sentence>{list.length === 0 ? 'Select engines to compare' : engineSentence(list, build)}</Sentence>
          </p>
        </div>
        <div className={css['compare-pick']} role="group" aria-label="Engine comparison">
          {offered.map((e) => {
            const at = picked.indexOf(e.id);
            return (
              <button
                key={e.id}
                type="button"
                aria-pressed={at >= 0}
                style={at >= 0 ? { ['--cc' as string]: candidateColour(letterOf(e.id, at)) } : {}}
                onClick={() => toggle(e.id)}
              >
                {e.shortName}
              </button>
            );
          })}
        </div>
        {list.some((c) => c.curve) && (
          <Suspense fallback={<div style={{ height: 250 }} />}>
            <TorqueChart
              height={250}
              band={build.brief.band}
              series={list.flatMap((c, i) =>
                c.curve
                  ? [
                      {
                        candidate: { id: c.engine.id, letter: letterOf(c.engine.id, i) },
                        label: c.engine.shortName,
                        torque: c.curve.torque,
                      },
                    ]
                  : [],
              )}
            />
          </Suspense>
        )}
        {list.length > 0 && (
          <div style={{ marginTop: 12 }}>
            <Scrolled label="Engine comparison">
              <table className={`${layout['figures']} ${css['compare-table']}`}>
                <thead>
                  <tr>
                    <th scope="col">&nbsp;</th>
                    {list.map((c, i) => (
                      <th key={c.engine.id} scope="col">
                        <span style={{ borderBottom: `3px solid ${candidateColour(letterOf(c.engine.id, i))}` }}>
                          {c.engine.shortName}
                        </span>
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {rows.map((row) => (
                    <tr key={row.title}>
                      <th scope="row">
                        <Termed>{row.title}</Termed>
                      </th>
                      {list.map((c) => (
                        <td key={c.engine.id} className={isBest(row, c, list) ? 'best' : ''}>
                          <FigureText
                            figure={row.of(c)}
                            quantity={row.quantity}
                            currency={build.currency}
                            {...(row.digits === undefined ? {} : { digits: row.digits })}
                          />
                        </td>
                      ))}
                    </tr>
                  ))}
                  <Words title="Displacement and compression" list={list}>
                    {({ engine }) => {
                      const cc = knownDisplacement(engine);
                      return (
                        <>
                          {cc === undefined ? (
                            'displacement not known'
                          ) : (
                            <Plain value={cc / 1000} quantity="displacementL" digits={2} />
                          )}
                          ,{' '}
                          {engine.compressionRatio ? (
                            <FigureText figure={engine.compressionRatio} quantity="number" digits={1} />
                          ) : (
                            'compression not known'
                          )}
                        </>
                      );
                    }}
                  </Words>
                  <Words title="Block and head" list={list}>
                    {({ engine }) => `${engine.blockMaterial ?? 'unknown'}, ${engine.headMaterial ?? 'head not known'}`}
                  </Words>
                  <Words title="Mass as quoted" list={list}>
                    {(c) =>
                      c.bridge ? (
                        <>
                          <Plain value={c.bridge.quoted.value} quantity="massKg" /> {c.bridge.basis}
                        </>
                      ) : (
                        'basis not stated'
                      )
                    }
                  </Words>
                  <Words title="Length, width, height" list={list}>
                    {(c) =>
                      c.sizeMm ? (
                        <>
                          <Plain value={c.sizeMm.length} quantity="lengthMm" /> ×{' '}
                          <Plain value={c.sizeMm.width} quantity="lengthMm" /> ×{' '}
                          <Plain value={c.sizeMm.height} quantity="lengthMm" />
                        </>
                      ) : (
                        'no geometry'
                      )
                    }
                  </Words>
                  <Words title="Electronics" list={list}>
                    {(c) => c.electronics}
                  </Words>
                  <Words title="Parts" list={list}>
                    {({ engine: { supply } }) =>
                      supply
                        ? `${supply.scarcity}, manufacturer ${supply.makerActive ? 'active' : 'closed'}`
                        : 'unknown'
                    }
                  </Words>
                  <Words title="Listings" list={list}>
                    {(c) => <Supply engine={c.engine} />}
                  </Words>
                  <Words title="Production years" list={list}>
                    {(c) => yearsBuilt(c.engine)}
                  </Words>
                  <tr>
                    <th scope="row">Reason for rejecting</th>
                    {list.map((c) => (
                      <td key={c.engine.id}>
                        <textarea
                          key={whyNot(c.engine.id)}
                          defaultValue={whyNot(c.engine.id)}
                          maxLength={4000}
                          aria-label={`Reason for rejecting the ${c.engine.shortName}`}
                          placeholder="saved with the build"
                          onBlur={(e) => {
                            if (e.target.value !== whyNot(c.engine.id)) keepWhyNot(c.engine.id, e.target.value);
                          }}
                        />
                      </td>
                    ))}
                  </tr>
                </tbody>
              </table>
            </Scrolled>
          </div>
        )}
        <p className="muted small" style={{ marginTop: 10 }}>
          Standard dressing, each with its own flywheel and clutch. Prices: typical used engine only; for listings see
          “Listings”. Best value highlighted only if the difference exceeds the combined uncertainty.
        </p>
      </div>
    </div>
  );
}

const thousand = (d: Derived | undefined): Derived | undefined =>
  d && { ...d, value: d.value / 1000, plusMinus: d.plusMinus / 1000 };

/** The best of a row by more than the doubt of it and of every other one. */
function isBest(row: FigureRow, c: ComparedEngine, list: readonly ComparedEngine[]): boolean {
  const mine = row.of(c);
  if (!mine || !row.better) return false;
  return list.every((other) => {
    const theirs = row.of(other);
    if (other === c || !theirs) return true;
    const ahead = row.better === 'more' ? mine.value - theirs.value : theirs.value - mine.value;
    return ahead > Math.hypot(mine.plusMinus, theirs.plusMinus);
  });
}

/** How many offers of it there are, what they ask of the engine alone, and the nearest. */
function Supply({ engine }: { engine: Engine }) {
  const { build } = useBuild();
  const units = useUnits();
  const offers = useOffersOf(engine.id).data;
  if (!offers) return <span className="muted">…</span>;
  const there = offers.listings.filter((l) => !l.gone);
  if (there.length === 0) return 'none';
  const price = expectedPrice(there, build.currency, engine.supply);
  const money = (v: number) => formatQuantity(v, 'money', units, { currency: build.currency });
  const near = Math.min(...there.map((l) => l.distanceKm ?? Infinity));
  return (
    <>
      {there.length}
      {price ? `; alone ${money(price.low)} to ${money(price.high)}` : ', none of it alone'}
      {Number.isFinite(near) ? `; nearest ${formatQuantity(near, 'travelledKm', units)} away` : ''}
    </>
  );
}

function Words({
  title,
  list,
  children,
}: {
  title: string;
  list: readonly ComparedEngine[];
  children: (c: ComparedEngine) => React.ReactNode;
}) {
  return (
    <tr>
      <th scope="row">{title}</th>
      {list.map((c) => (
        <td key={c.engine.id} className="small">
          {children(c)}
        </td>
      ))}
    </tr>
  );
}
