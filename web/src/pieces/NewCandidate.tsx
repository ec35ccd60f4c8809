import type { Assessment, Candidate } from '@sable/core';
import { readTyreCode } from '@sable/core/questions/gearing';
import { gearboxOffers } from '@sable/core/questions/lineup';
import { InputError } from '@sable/core/units';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import { lazy, Suspense, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useBuild, useBuildActions, useJudgement } from '../hooks/buildState.tsx';
import { useOwnEngine } from '../hooks/useOwnEngine.ts';
import { usePreview } from '../hooks/preview.ts';
import { ApiProblem } from '../hooks/problem.ts';
import { EngineByFamily } from './EngineByFamily.tsx';
import { ChoiceField, firstFault, QuantityField, WordsField } from './fields.tsx';
import { Sentence } from './figures.tsx';
import { candidateColour, StateMark } from './marks.tsx';
import layout from './layout.module.css';
import { newCandidate, type MadeOf } from './newCandidate.ts';
import { OwnEngine, ownEngineFault, type OwnEngineWork } from './OwnEngine.tsx';

/** Engine, gearbox, final drive and tyres once all are chosen; a transaxle brings the final drive. */
function wholeOf(of: Partial<MadeOf>, inside: number | undefined): MadeOf | undefined {
  const { engineId, gearboxId, finalDrive = inside, tyreCode } = of;
  if (engineId === undefined || gearboxId === undefined || finalDrive === undefined || tyreCode === undefined)
    return undefined;
  return { engineId, gearboxId, finalDrive, tyreCode };
}

const TorqueChart = lazy(() => import('./TorqueChart.tsx').then((m) => ({ default: m.TorqueChart })));
const CHART_HEIGHT = 140;

const torqueOf = (a: Assessment | undefined) => a?.figures?.gearing?.curve?.torque;

/** Its torque over the engine speeds beside that of the engine which is in the car. */
function Curves({ next, preview }: { next: Candidate | undefined; preview: Assessment | undefined }) {
  const { build, library } = useBuild();
  const { judgement } = useJudgement();
  const shortName = (id: string | undefined) => library.engines.find((e) => e.id === id)?.shortName ?? '';
  const found = torqueOf(judgement?.found);
  const own = torqueOf(preview);
  // Another colour and another dash than the new one has.
  const beside = next && candidateColour(next.letter) === candidateColour('C') ? 'A' : 'C';
  const series = [
    ...(found
      ? [
          {
            candidate: { id: 'found', letter: beside },
            label: `${shortName(build.chassis?.originalEngineId)}, original`,
            torque: found,
          },
        ]
      : []),
    ...(own && next
      ? [{ candidate: { id: next.id, letter: next.letter }, label: shortName(next.engineId), torque: own }]
      : []),
  ];
  if (series.length === 0) return null;
  return (
    <Suspense fallback={null}>
      <TorqueChart series={series} band={build.brief.band} height={CHART_HEIGHT} />
    </Suspense>
  );
}

const SHOWN = 6;

/** What is blocked of a candidate before it is one. */
function Preview({ of }: { of: Assessment }) {
  const blocked = of.findings.filter((f) => f.state === 'blocked');
  const unknown = of.findings.filter((f) => f.state === 'unknown').length;
  return (
    <section aria-label="What it would meet">
      <p className="row">
        <StateMark state={of.state} />
        <b>
          {blocked.length === 0
            ? 'No blocking finding so far'
            : blocked.length === 1
              ? '1 blocking finding'
              : `${blocked.length} blocking findings`}
        </b>
        {unknown > 0 && <span className="muted">{unknown} not known yet</span>}
      </p>
      <ul className="small">
        {blocked.slice(0, SHOWN).map((f) => (
          <li key={f.id}>
            <Sentence>{f.title}</Sentence>
          </li>
        ))}
        {blocked.length > SHOWN && <li className="muted">and {blocked.length - SHOWN} more</li>}
      </ul>
    </section>
  );
}

/** What a new candidate is made of: chosen by a person, the car's own axle and tyres offered first. */
export function NewCandidate({ onClose }: { onClose: () => void }) {
  const { build, library } = useBuild();
  const { saveCandidate } = useBuildActions();
  const navigate = useNavigate();
  const form = useRef<HTMLDivElement>(null);
  const { chassis } = build;
  const fittedTyre = chassis?.tyres.find((t) => t.fitted)?.code;
  const fittedRatio = chassis?.axleRatios.find((r) => r.fitted)?.ratio;
  const [of, setOf] = useState<Partial<MadeOf>>({
    ...(fittedTyre === undefined ? {} : { tyreCode: fittedTyre }),
    ...(fittedRatio === undefined ? {} : { finalDrive: fittedRatio }),
  });
  const [fault, setFault] = useState<string>();
  const [adding, setAdding] = useState(false);
  const [work, setWork] = useState<OwnEngineWork>({ way: 'unchanged' });
  const makeOwn = useOwnEngine();
  const own = library.engines.find((e) => e.id === of.engineId && e.id === chassis?.originalEngineId);
  const gearbox = library.gearboxes.find((g) => g.id === of.gearboxId);
  const inside = gearbox?.finalDriveInside;
  const whole = wholeOf(of, inside);
  const { next, fault: unread } = useMemo(() => {
    try {
      if (whole) readTyreCode(whole.tyreCode);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      return { next: undefined, fault: `Tyres: ${error.message}` };
    }
    return { next: whole && newCandidate(build, library, whole), fault: undefined };
    // oxlint-disable-next-line react-hooks/exhaustive-deps -- made anew whenever one of the four is chosen
  }, [build, library, whole?.engineId, whole?.gearboxId, whole?.finalDrive, whole?.tyreCode]);
  const preview = usePreview(next);
  const add = async () => {
    const wrong = firstFault(form.current);
    if (wrong) return wrong.focus();
    const missing = [
      ...(of.engineId === undefined ? ['an engine'] : []),
      ...(of.gearboxId === undefined ? ['a gearbox'] : []),
      ...(of.finalDrive === undefined && inside === undefined ? ['a final drive'] : []),
      ...(of.tyreCode === undefined ? ['tyres'] : []),
    ];
    if (missing.length > 0) return setFault(`Choose ${missing.join(', ')}.`);
    if (!next) return setFault(unread);
    const cannot = own && ownEngineFault(own, work);
    if (cannot !== undefined) return setFault(cannot);
    // Once: a second press would put another engine and kit into the library.
    setAdding(true);
    try {
      saveCandidate(undefined, own ? await makeOwn(next, own, work) : next);
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      setAdding(false);
      return setFault(error.message);
    }
    onClose();
    void navigate(`/builds/${build.id}/candidate?c=${next.id}`);
  };
  const offered = <T extends { id: string; name: string; retired?: boolean }>(rows: readonly T[]) =>
    rows.filter((r) => !r.retired).map((r) => ({ value: r.id, label: r.name }));
  const put = (more: Partial<MadeOf>) => setOf({ ...of, ...more });
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="new-candidate">
      <DialogContent ref={form}>
        <h2 id="new-candidate">New candidate</h2>
        {library.engines.length === 0 || library.gearboxes.length === 0 ? (
          <p className="say muted">
            The library has no {library.engines.length === 0 ? 'engine' : 'gearbox'} yet: enter one there first. A name
            is enough to begin.
          </p>
        ) : (
          <div className={layout['form-grid']} style={{ marginTop: 14 }}>
            <ChoiceField
              label="Engine"
              value={of.engineId ?? ''}
              choices={offered(library.engines)}
              onCommit={(engineId) => put({ engineId })}
            />
            <ChoiceField
              label="Gearbox"
              value={of.gearboxId ?? ''}
              choices={gearboxOffers(library, of.engineId).map(({ gearbox: g, why }) => ({
                value: g.id,
                label: why ? `${g.name} (${why})` : g.name,
              }))}
              onCommit={(gearboxId) => put({ gearboxId })}
            />
            {inside === undefined && (
              <QuantityField
                label="Final drive"
                quantity="ratio"
                digits={2}
                optional
                value={of.finalDrive}
                min={1}
                max={20}
                help={fittedRatio === undefined ? undefined : 'fitted in the car'}
                onCommit={(finalDrive) => {
                  const { finalDrive: _old, ...rest } = of;
                  setOf(finalDrive === undefined ? rest : { ...rest, finalDrive });
                }}
              />
            )}
            <WordsField
              label="Tyres"
              value={of.tyreCode ?? ''}
              maxLength={30}
              help={fittedTyre === undefined ? 'such as 185/65R14' : 'fitted on the car'}
              onCommit={(code) => {
                const { tyreCode: _old, ...rest } = of;
                setOf(code.trim() === '' ? rest : { ...rest, tyreCode: code.trim() });
              }}
            />
          </div>
        )}
        <EngineByFamily engines={library.engines} onEngine={(engineId) => put({ engineId })} />
        {own && <OwnEngine engine={own} work={work} onWork={setWork} />}
        {/* Of one height whatever it says: a button that moves while it is pressed is missed. */}
        <div style={{ height: 150, overflow: 'auto', marginTop: 16 }}>
          {preview ? (
            <Preview of={preview} />
          ) : (
            <p className="small muted">Select all to see blocking findings here.</p>
          )}
        </div>
        {/* What only a reader of the page hears stands in the chart too, and must not lengthen the dialog. */}
        <div style={{ height: CHART_HEIGHT + 16, paddingTop: 16, position: 'relative', overflow: 'hidden' }}>
          <Curves next={next} preview={preview} />
        </div>
        {fault && (
          <p role="alert" className="fault">
            {fault}
          </p>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" color="primary" disabled={adding} onClick={() => void add()}>
          Add candidate
        </Button>
      </DialogActions>
    </Dialog>
  );
}
