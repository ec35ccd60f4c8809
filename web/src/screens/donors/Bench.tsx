import { choiceWords } from '@sable/core/model';
import { resolveSubject, settingOf, type Candidate, type SavedCalculation } from '@sable/core';
import {
  CALCULATORS,
  startingInputs,
  runCalculator,
  type Calculator,
  type WorkedOut,
} from '@sable/core/questions/engine';
import { InputError, EVIDENCE, type Evidence, type Figure } from '@sable/core/units';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import { FigureText, Sentence } from '../../pieces/figures.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { Termed } from '../../pieces/Termed.tsx';
import { StateMark } from '../../pieces/marks.tsx';
import { ChargeCooling } from './ChargeCooling.tsx';
import { MapPanel } from './MapPanel.tsx';
import { SisterPanel } from './SisterPanel.tsx';
import layout from '../../pieces/layout.module.css';
import css from './donors.module.css';

const CUSTOM = [
  ['sister', 'Cam and head', 'Estimated torque curve'],
  ['map', 'Air and boost', 'Compressor map'],
  ['cooling-ways', 'Air and boost', 'Charge cooling comparison'],
] as const;
const GROUPS = [...new Set(CALCULATORS.map((s) => s.group))];

/** The workbench: sums about the engine, each with its formula, inputs and doubt, to be landed in the candidate. */
export function Bench() {
  const { candidate } = useBuild();
  const { assessment } = useJudgement();
  const [search, setSearch] = useSearchParams();
  const shown = search.get('sum') ?? CALCULATORS[0]!.id;
  const pick = (id: string) => setSearch((old) => ({ ...Object.fromEntries(old), sum: id }), { replace: true });
  const sum = CALCULATORS.find((s) => s.id === shown);
  const findings = (assessment?.findings ?? []).filter((f) => f.step === 'donors');
  return (
    <div className="screen">
      <div className="main">
        <div className={css['bench-list']}>
          <nav aria-label="Engine calculators">
            {GROUPS.map((group) => (
              <div key={group} style={{ display: 'contents' }}>
                <h3>{group}</h3>
                {[
                  ...CALCULATORS.filter((s) => s.group === group).map((s) => [s.id, s.title] as const),
                  ...CUSTOM.filter(([, g]) => g === group).map(([id, , title]) => [id, title] as const),
                ].map(([id, title]) => (
                  <button key={id} type="button" aria-current={id === shown} onClick={() => pick(id)}>
                    {title}
                  </button>
                ))}
              </div>
            ))}
          </nav>
          {sum ? (
            <SumPanel key={`${sum.id} ${candidate?.id ?? ''}`} sum={sum} candidate={candidate} />
          ) : shown === 'map' ? (
            <MapPanel key={candidate?.id} />
          ) : shown === 'cooling-ways' ? (
            <ChargeCooling key={candidate?.id} />
          ) : (
            <SisterPanel key={candidate?.id} />
          )}
        </div>
      </div>
      <FindingsColumn
        title="The donor"
        findings={findings}
        none="No donor results yet."
        above={candidate && <Landed candidate={candidate} />}
      />
    </div>
  );
}

/** Sums that stand in the candidate, and taking them out. */
function Landed({ candidate }: { candidate: Candidate }) {
  const { saveCandidate } = useBuildActions();
  const { assessment } = useJudgement();
  const landed = assessment?.figures?.engine?.landed ?? [];
  if (landed.length === 0) return null;
  return (
    <ul className={layout['part-list']} aria-label="Saved to candidate">
      {landed.map((l) => (
        <li key={l.id}>
          {l.title}
          <Button
            aria-label={`Remove: ${l.title}`}
            sx={{ p: '2px 6px' }}
            onClick={() =>
              saveCandidate(candidate, {
                ...candidate,
                workings: (candidate.workings ?? []).filter((w) => w.id !== l.id),
              })
            }
          >
            <X size={13} />
          </Button>
        </li>
      ))}
    </ul>
  );
}

function SumPanel({ sum, candidate }: { sum: Calculator; candidate: Candidate | undefined }) {
  const { build, library } = useBuild();
  const { saveCandidate } = useBuildActions();
  const subject = useMemo(
    () => (candidate ? resolveSubject(settingOf(build), candidate, library).subject : undefined),
    [build, candidate, library],
  );
  // What was typed here goes before the candidate's own figures, which may change below it.
  const start = useMemo(() => startingInputs(sum, subject), [sum, subject]);
  const [typed, setTyped] = useState<Readonly<Record<string, Figure>>>({});
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const [note, setNote] = useState('');
  const [buys, setBuys] = useState<{ name: string; likely?: number | undefined; hours?: number | undefined }>();
  const inputs = { ...start.inputs, ...typed };
  const choices = { ...start.choices, ...chosen };
  let result: WorkedOut | undefined;
  let fault: { pointer: string; message: string } | undefined;
  try {
    result = runCalculator(sum, inputs, choices);
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    fault = error;
  }
  const main = result?.outputs[sum.outputs[0]!.name];
  // Nobody’s price or hours are made up: a piece to buy is kept with both or not at all.
  const unpriced = buys !== undefined && buys.name !== '' && (buys.likely === undefined || buys.hours === undefined);
  const land = () => {
    if (!candidate || !result) return;
    const taken = new Set((candidate.workings ?? []).map((w) => w.id));
    let id = sum.id;
    for (let n = 2; taken.has(id); n++) id = `${sum.id}-${n}`;
    const working: SavedCalculation = {
      id,
      sum: sum.id,
      inputs: Object.fromEntries(Object.entries(inputs).map(([k, f]) => [k, { ...f }])),
      choices,
      ...(note.trim() === '' ? {} : { note: note.trim() }),
      ...(buys && buys.name.trim() !== '' && buys.likely !== undefined && buys.hours !== undefined
        ? {
            buys: {
              name: buys.name.trim(),
              price: {
                low: buys.likely * 0.85,
                likely: buys.likely,
                high: buys.likely * 1.3,
                evidence: 'claimed' as const,
              },
              hours: {
                low: buys.hours * 0.75,
                likely: buys.hours,
                high: buys.hours * 1.6,
                evidence: 'estimated' as const,
              },
            },
          }
        : {}),
    };
    saveCandidate(candidate, { ...candidate, workings: [...(candidate.workings ?? []), working] });
    setNote('');
    setBuys(undefined);
  };
  return (
    <div>
      <div className="answer">
        <p className="say big" aria-live="polite" style={{ display: 'flex', gap: 9, alignItems: 'baseline' }}>
          {result && <StateMark state={result.state} />}
          <span>
            <Sentence>{result ? result.sentence : (fault?.message ?? '')}</Sentence>
          </span>
        </p>
      </div>
      <h2>{sum.title}</h2>
      <p className={css['bench-formula']}>
        <Sentence>{sum.formula}</Sentence>
        <br />
        <small className="muted">
          <Sentence>{sum.source}</Sentence>
        </small>
      </p>
      {sum.caution && (
        <p className="say" style={{ color: 'var(--tight)', marginBottom: 10 }}>
          <Sentence>{sum.caution}</Sentence>
        </p>
      )}
      {result && (
        <dl className={css['bench-results']}>
          {sum.outputs.map((o, i) => (
            <div key={o.name}>
              <dt>
                <Termed>{o.label}</Termed>
              </dt>
              <dd>
                <FigureText
                  figure={result.outputs[o.name]}
                  quantity={o.quantity}
                  {...(o.digits === undefined ? {} : { digits: o.digits })}
                  {...(o.signed ? { signed: true } : {})}
                />
                {i === 0 && result.limit && (
                  <small className="muted" style={{ display: 'block', fontSize: 12.5, fontWeight: 400 }}>
                    {choiceWords(result.limit.kind)}{' '}
                    <FigureText
                      figure={{ value: result.limit.limit, plusMinus: 0, evidence: 'estimated' }}
                      quantity={o.quantity}
                      scatter={false}
                      {...(o.digits === undefined ? {} : { digits: o.digits })}
                    />
                  </small>
                )}
              </dd>
            </div>
          ))}
        </dl>
      )}
      {(sum.choices ?? []).length > 0 && (
        <div className={layout['form-grid']} style={{ marginBottom: 10 }}>
          {sum.choices!.map((c) => (
            <ChoiceField
              key={c.name}
              label={c.label}
              value={choices[c.name]!}
              choices={c.options.map((o) => ({ value: o, label: o }))}
              onCommit={(v) => setChosen({ ...chosen, [c.name]: v })}
            />
          ))}
        </div>
      )}
      <table className={css['bench-inputs']}>
        <caption className="visually-hidden">Inputs</caption>
        <tbody>
          {sum.inputs.map((i) => {
            const f = inputs[i.name]!;
            const share = main?.from.find((c) => c.name === i.name)?.share ?? 0;
            return (
              <tr key={i.name}>
                <td>
                  <QuantityField
                    label={i.label}
                    quantity={i.quantity}
                    value={f.value}
                    {...(i.min === undefined ? {} : { min: i.min })}
                    {...(i.max === undefined ? {} : { max: i.max })}
                    error={fault?.pointer === `/inputs/${i.name}` ? fault.message : undefined}
                    // A typed figure is the reader's own: what it was read from no longer holds.
                    onCommit={(v) =>
                      v !== undefined &&
                      setTyped({ ...typed, [i.name]: { value: v, evidence: f.evidence, source: 'entered by user' } })
                    }
                  />
                </td>
                <td>
                  <TextField
                    select
                    label="Evidence"
                    value={f.evidence}
                    onChange={(e) => {
                      setTyped({ ...typed, [i.name]: { ...f, evidence: e.target.value as Evidence } });
                    }}
                    sx={{ width: 122 }}
                    slotProps={{ inputLabel: { shrink: true } }}
                  >
                    {EVIDENCE.map((e) => (
                      <MenuItem key={e} value={e}>
                        {e}
                      </MenuItem>
                    ))}
                  </TextField>
                </td>
                <td>
                  <QuantityField
                    label="±"
                    hint={`${i.label}, ±`}
                    quantity={i.quantity}
                    difference
                    optional
                    bare
                    noUnit
                    min={0}
                    value={f.plusMinus}
                    onCommit={(v) => {
                      const { plusMinus: _old, ...rest } = f;
                      setTyped({ ...typed, [i.name]: v === undefined ? rest : { ...rest, plusMinus: v } });
                    }}
                  />
                </td>
                <td className="muted small" style={{ minWidth: 150, paddingTop: 12 }}>
                  <Sentence>{f.source ?? 'as stated'}</Sentence>
                  {share > 0.02 && (
                    <span style={{ display: 'block' }}>
                      <span className={css['share-bar']} style={{ width: 70 * share }} /> {Math.round(share * 100)} % of
                      uncertainty
                    </span>
                  )}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {Object.keys(typed).length + Object.keys(chosen).length > 0 && (
        <Button
          sx={{ mt: 1 }}
          onClick={() => {
            setTyped({});
            setChosen({});
          }}
        >
          Reset to candidate values
        </Button>
      )}
      {candidate && (
        <section className="block">
          <h2>Save result to candidate {candidate.letter}</h2>
          <p className="muted small" style={{ marginBottom: 10 }}>
            It becomes a finding there, recalculated from these inputs. Enter a part to buy and it is added to the bill;
            injectors, pump, throttle or radiator then count in every other calculation.
          </p>
          <div className={layout['form-grid']}>
            <WordsField label="Note" value={note} maxLength={1000} onCommit={setNote} />
            <WordsField
              label="Part to buy"
              value={buys?.name ?? ''}
              maxLength={120}
              onCommit={(name) => setBuys({ ...buys, name })}
            />
            {buys && buys.name !== '' && (
              <>
                <QuantityField
                  label="Likely price"
                  quantity="money"
                  currency={build.currency}
                  optional
                  min={0}
                  value={buys.likely}
                  onCommit={(likely) => setBuys({ ...buys, likely })}
                />
                <QuantityField
                  label="Hours"
                  quantity="hours"
                  digits={1}
                  optional
                  min={0}
                  value={buys.hours}
                  onCommit={(hours) => setBuys({ ...buys, hours })}
                />
              </>
            )}
          </div>
          <Button variant="contained" color="primary" sx={{ mt: 1.5 }} disabled={!result || unpriced} onClick={land}>
            Save to candidate
          </Button>
        </section>
      )}
    </div>
  );
}
