import { choiceWords } from '@sable/core/model';
import {
  AIR_FROM,
  dressingOf,
  fieldEntry,
  FUELS,
  placedSolids,
  resolveSubject,
  settingOf,
  SCHOOLS,
  type Assessment,
  type Candidate,
  type FieldProblem,
  type FuelName,
} from '@sable/core';
import { convexOf } from '@sable/core/geometry';
import { fieldProblems } from '@sable/core/formats';
import { placedAt } from '@sable/core/model';
import { petrolOf } from '@sable/core/questions/engine';
import { readTyreCode } from '@sable/core/questions/gearing';
import { whatChanged } from '@sable/core/questions/lineup';
import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useBuild, useBuildActions, useJudgement } from '../../hooks/buildState.tsx';
import { optionGroup } from '../../pieces/optionGroup.tsx';
import { ChangedList } from '../../pieces/ChangedList.tsx';
import { ChoiceField, QuantityField, WordsField } from '../../pieces/fields.tsx';
import { Plain, Sentence } from '../../pieces/figures.tsx';
import { useFieldFocus } from '../../pieces/fieldFocus.ts';
import { FigureField } from '../../pieces/FigureField.tsx';
import { FindingsColumn } from '../../pieces/Findings.tsx';
import { GearboxPlace } from '../../pieces/GearboxPlace.tsx';
import { LetterTag, StateMark, candidateColour } from '../../pieces/marks.tsx';
import { offered } from '../../pieces/offered.ts';
import { ThreeViews, type DrawnSolid } from '../../pieces/ThreeViews.tsx';
import { PLACE } from '../../pieces/placeFields.ts';
import { WholeForm } from '../../pieces/WholeForm.tsx';
import { validateCandidate } from '../../validators/generated/validators.js';
import layout from '../../pieces/layout.module.css';

/** One candidate: what it is made of, where it sits, and what changed since it was opened. */
export function CandidateScreen() {
  const { candidate } = useBuild();
  return candidate ? (
    <Open key={candidate.id} candidate={candidate} />
  ) : (
    <p className="main">There is no candidate yet.</p>
  );
}

/** Not a fuel of its own: what the brief fills. */
const BRIEFS = 'of the brief';

function Open({ candidate }: { candidate: Candidate }) {
  const { build, library } = useBuild();
  const { assessment, verdict } = useJudgement();
  const { saveCandidate, removeCandidate } = useBuildActions();
  const navigate = useNavigate();
  useFieldFocus();
  const [problems, setProblems] = useState<readonly FieldProblem[]>([]);
  const opened = useOpened(assessment);
  const engine = library.engines.find((e) => e.id === candidate.engineId);
  const gearbox = library.gearboxes.find((g) => g.id === candidate.gearboxId);
  const change = (part: Partial<Candidate>) => save({ ...candidate, ...part });
  const save = (next: Candidate) => {
    const faults: FieldProblem[] = validateCandidate(next) ? [] : fieldProblems(validateCandidate.errors ?? []);
    try {
      readTyreCode(next.tyreCode);
    } catch (error) {
      faults.push({ pointer: '/tyreCode', message: (error as Error).message });
    }
    setProblems(faults);
    if (faults.length === 0) saveCandidate(candidate, next);
  };
  const fault = (pointer: string) => problems.find((p) => p.pointer === pointer)?.message;
  const place = (part: Partial<Candidate['placement']>) =>
    save(placedAt(candidate, { ...candidate.placement, ...part }));
  const p = candidate.placement;
  const own = verdict?.candidates.find((v) => v.candidateId === candidate.id);
  const ratios = build.chassis?.axleRatios ?? [];
  const tyres = build.chassis?.tyres ?? [];
  const rows = opened && assessment ? whatChanged(opened, assessment) : [];
  return (
    <div className="screen">
      <div className="main" style={{ ['--cc' as string]: candidateColour(candidate.letter) }}>
        <div className="answer">
          <p className="say big" style={{ display: 'flex', gap: 9, alignItems: 'center' }}>
            <LetterTag letter={candidate.letter} /> {candidate.name}
          </p>
          {own && (
            <p className="say" style={{ display: 'flex', gap: 7, alignItems: 'baseline' }}>
              <StateMark state={own.state} />
              <span>
                <Sentence>{own.why}</Sentence>
              </span>
            </p>
          )}
        </div>
        <div className={layout['form-grid']}>
          <WordsField
            label="Name"
            value={candidate.name}
            error={fault('/name')}
            maxLength={120}
            onCommit={(name) => change({ name })}
          />
          <ChoiceField
            label="Engine"
            value={candidate.engineId}
            choices={offered(library.engines, candidate.engineId).map((e) => ({ value: e.id, label: e.name }))}
            onCommit={(engineId) => {
              const next = library.engines.find((e) => e.id === engineId);
              // A name that was only the old engine's follows the new one.
              change({
                engineId,
                dressing: {},
                ...(candidate.name === engine?.name && next ? { name: next.name } : {}),
              });
            }}
          />
          <ChoiceField
            label="Gearbox"
            value={candidate.gearboxId}
            choices={offered(library.gearboxes, candidate.gearboxId).map((g) => ({ value: g.id, label: g.name }))}
            onCommit={(gearboxId) => change({ gearboxId })}
          />
          {gearbox?.finalDriveInside === undefined && ratios.length > 0 ? (
            <ChoiceField
              label="Final drive"
              value={String(candidate.finalDrive)}
              choices={ratios.map((r) => ({
                value: String(r.ratio),
                label: `${r.ratio.toFixed(2)}${r.fitted ? ', fitted' : ''}`,
              }))}
              onCommit={(v) => change({ finalDrive: Number(v) })}
            />
          ) : (
            <QuantityField
              label="Final drive"
              quantity="number"
              digits={2}
              value={candidate.finalDrive}
              error={fault('/finalDrive')}
              onCommit={(v) => change({ finalDrive: v! })}
            />
          )}
          <Autocomplete
            freeSolo
            disableClearable
            options={tyres.map((t) => t.code)}
            value={candidate.tyreCode}
            onChange={(_, tyreCode) => change({ tyreCode })}
            renderInput={(params) => (
              <TextField
                {...params}
                label="Tyres"
                error={Boolean(fault('/tyreCode'))}
                helperText={fault('/tyreCode')}
              />
            )}
          />
          <ChoiceField
            label="Mounts"
            value={candidate.mountSchool}
            choices={SCHOOLS.map((s) => ({ value: s, label: s }))}
            onCommit={(v) => change({ mountSchool: v as Candidate['mountSchool'] })}
          />
          <ChoiceField
            label="Fuel"
            value={candidate.fuel ?? BRIEFS}
            choices={[
              { value: BRIEFS, label: `the brief’s, ${build.brief.fuel ?? petrolOf(build.brief.fuelOctaneRon)}` },
              ...FUELS.map((f) => ({ value: f, label: f })),
            ]}
            onCommit={(v) => {
              const { fuel: _old, ...rest } = candidate;
              save(v === BRIEFS ? rest : { ...rest, fuel: v as FuelName });
            }}
          />
          {build.brief.caps?.powerKw !== undefined && (
            <QuantityField
              label="Power limited to"
              quantity="powerKw"
              value={candidate.heldBackKw}
              min={0.1}
              max={3000}
              optional
              help="By agreement with the class"
              at={`/candidates/${candidate.id}/heldBackKw`}
              onCommit={(v) => {
                const { heldBackKw: _old, ...rest } = candidate;
                save(v === undefined ? rest : { ...rest, heldBackKw: v });
              }}
            />
          )}
          <ChoiceField
            label="Air drawn from"
            value={candidate.intakeAir?.from ?? ''}
            choices={[{ value: '', label: 'not entered' }, ...AIR_FROM.map((f) => ({ value: f, label: f }))]}
            onCommit={(v) => {
              const { intakeAir, ...rest } = candidate;
              const { from: _old, ...air } = intakeAir ?? {};
              const next = v === '' ? air : { ...air, from: v as (typeof AIR_FROM)[number] };
              save(Object.keys(next).length === 0 ? rest : { ...rest, intakeAir: next });
            }}
          />
          {candidate.intakeAir && (
            <FigureField
              at={`/candidates/${candidate.id}/intakeAir/riseC`}
              label="Warmer than outside by"
              quantity="warmerC"
              optional
              first="measured"
              min={0}
              max={80}
              value={candidate.intakeAir.riseC}
              onChange={(riseC) => {
                const { riseC: _old, ...air } = candidate.intakeAir ?? {};
                change({ intakeAir: riseC ? { ...air, riseC } : air });
              }}
            />
          )}
          {engine &&
            dressingOf(engine, candidate).map(({ slot, option }) => {
              const options = engine.slots.find((s) => s.slot === slot)!.options;
              return (
                options.length > 1 && (
                  <ChoiceField
                    key={slot}
                    label={fieldEntry(slot)?.label ?? slot}
                    value={option.id}
                    choices={options.map((o) => ({ value: o.id, label: o.name }))}
                    onCommit={(id) => change({ dressing: { ...candidate.dressing, [slot]: id } })}
                  />
                )
              );
            })}
        </div>
        <section className="block">
          <h2>Engine position</h2>
          <p className="muted small" style={{ marginBottom: 12 }}>
            Reference point: crankshaft axis at the rear face of the block. Origin: ground level, front axle centre,
            vehicle centreline (ISO 8855 axes).
          </p>
          {candidate.unplaced ? (
            <NotPlaced candidate={candidate} onPlaced={save} />
          ) : (
            <div
              className={layout['form-grid']}
              style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(128px, 1fr))' }}
            >
              <QuantityField
                label="X, forward of front axle"
                quantity="lengthMm"
                value={p.xMm}
                error={fault('/placement/xMm')}
                onCommit={(v) => place({ xMm: v! })}
              />
              <QuantityField
                label="Y, left of centreline"
                quantity="lengthMm"
                value={p.yMm}
                error={fault('/placement/yMm')}
                onCommit={(v) => place({ yMm: v! })}
              />
              <QuantityField
                label="Z, above ground"
                quantity="lengthMm"
                value={p.zMm}
                error={fault('/placement/zMm')}
                onCommit={(v) => place({ zMm: v! })}
              />
              <QuantityField
                label="Pitch, nose up"
                quantity="angleDeg"
                value={p.pitchDeg}
                error={fault('/placement/pitchDeg')}
                onCommit={(v) => place({ pitchDeg: v! })}
              />
              <QuantityField
                label="Roll, top to right"
                quantity="angleDeg"
                value={p.cantDeg}
                error={fault('/placement/cantDeg')}
                onCommit={(v) => place({ cantDeg: v! })}
              />
              <ChoiceField
                label="Orientation"
                value={String(p.yawDeg)}
                choices={[
                  { value: '0', label: 'longitudinal' },
                  { value: '90', label: 'transverse, front to left' },
                  { value: '-90', label: 'across, nose right' },
                  { value: '180', label: 'longitudinal, reversed' },
                ]}
                onCommit={(v) => place({ yawDeg: Number(v) as 0 | 90 | -90 | 180 })}
              />
            </div>
          )}
          <div style={{ marginTop: 14 }}>
            <InTheBay candidate={candidate} assessment={assessment} />
          </div>
          <GearboxPlace candidate={candidate} onSave={save} />
        </section>
        <AcceptedParts candidate={candidate} change={change} />
        <section className="block" style={{ display: 'grid', gap: 12 }}>
          <WordsField
            label={`Reason for rejecting ${candidate.letter}`}
            value={candidate.whyNot}
            rows={2}
            onCommit={(whyNot) => change({ whyNot })}
          />
          <div>
            <Button
              color="error"
              onClick={() => {
                removeCandidate(candidate.id);
                void navigate(`/builds/${build.id}/line-up`);
              }}
            >
              Take {candidate.letter} out of the line-up
            </Button>
          </div>
        </section>
      </div>
      <FindingsColumn
        title="Results"
        findings={assessment?.findings ?? []}
        above={
          rows.length > 0 ? (
            <ChangedList rows={rows} currency={build.currency} />
          ) : (
            <p className="muted small" style={{ margin: '6px 0' }}>
              No changes yet.
            </p>
          )
        }
      />
    </div>
  );
}

/** The first assessment seen since this candidate was opened: what the changes are counted from. */
function useOpened(assessment: Assessment | undefined): Assessment | undefined {
  const [opened, setOpened] = useState(assessment);
  if (opened === undefined && assessment !== undefined) setOpened(assessment);
  return opened;
}

/** One that nobody has placed has no place to be corrected: it is entered whole, or taken hold of in Fit. */
function NotPlaced({ candidate, onPlaced }: { candidate: Candidate; onPlaced: (next: Candidate) => void }) {
  const { build } = useBuild();
  return (
    <>
      <p className="say">
        Position missing, so axle loads and fit are unknown. Enter it here, or{' '}
        <Link to={`/builds/${build.id}/fit?c=${candidate.id}`}>place it in Fit</Link>.
      </p>
      <WholeForm
        name={`place-${candidate.id}`}
        title="Crank centreline at the rear face of the block"
        fields={PLACE}
        stored={undefined}
        onKeep={(at) => at && onPlaced(placedAt(candidate, at))}
      />
    </>
  );
}

/** The powertrain in the bay, to scale, what it hits hatched. */
function InTheBay({ candidate, assessment }: { candidate: Candidate; assessment: Assessment | undefined }) {
  const { build, library } = useBuild();
  const { solids, frame } = useMemo(() => {
    const { subject } = resolveSubject(settingOf(build), candidate, library);
    if (!subject) return { solids: [], frame: [] };
    const hit = new Set(
      assessment?.figures?.fit?.pairs
        .filter((pair) => pair.marginMm < 0)
        .flatMap((pair) => [pair.part.id, pair.obstacle.id]),
    );
    const train = placedSolids(subject, candidate.placement).map<DrawnSolid>(({ solid, convex }) => ({
      id: solid.id,
      name: solid.name,
      convex,
      kind: 'powertrain',
      hit: hit.has(solid.id),
    }));
    const bay = (build.chassis?.obstacles ?? [])
      .filter((o) => o.role !== 'reach zone' && o.role !== 'ground line')
      .map<DrawnSolid>((o) => ({
        id: o.id,
        name: o.name,
        convex: convexOf(o.shape),
        kind: 'obstacle',
        hit: hit.has(o.id),
      }));
    const near = bay.filter((o) => !['floor-left', 'floor-right', 'rail-left', 'rail-right'].includes(o.id));
    return { solids: [...bay, ...train], frame: [...near, ...train] };
  }, [build, candidate, library, assessment]);
  if (solids.length === 0) return null;
  return <ThreeViews solids={solids} frame={frame} colour={candidateColour(candidate.letter)} />;
}

function AcceptedParts({ candidate, change }: { candidate: Candidate; change: (part: Partial<Candidate>) => void }) {
  const { build, library } = useBuild();
  const accepted = candidate.partIds.map(
    (id) => library.parts.find((p) => p.id === id) ?? { id, name: `${id} (not in the library)`, price: undefined },
  );
  // In groups by class, each of them once.
  const rest = offered(library.parts)
    .filter((p) => !candidate.partIds.includes(p.id))
    .toSorted((a, b) => a.class.localeCompare(b.class));
  return (
    <section className="block">
      <h2>Parts list</h2>
      {accepted.length === 0 && <p className="muted">None yet. Findings suggest parts that resolve a joint.</p>}
      <ul className={layout['part-list']}>
        {accepted.map((p) => (
          <li key={p.id}>
            <span>
              {p.name}
              {'inKit' in p && p.inKit && (
                <small className="muted">
                  {' '}
                  with {p.inKit.map((id) => library.parts.find((x) => x.id === id)?.name ?? id).join(' · ')}
                </small>
              )}
            </span>
            <span style={{ display: 'flex', alignItems: 'center', gap: 8, flex: 'none' }}>
              <Plain value={p.price?.likely} quantity="money" currency={build.currency} />
              <Button
                aria-label={`Remove ${p.name}`}
                onClick={() => change({ partIds: candidate.partIds.filter((id) => id !== p.id) })}
              >
                <X size={14} />
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <Autocomplete
        sx={{ maxWidth: 460, mt: 1.5 }}
        options={rest}
        value={null}
        blurOnSelect
        groupBy={(p) => choiceWords(p.class)}
        renderGroup={optionGroup}
        getOptionLabel={(p) => p.name}
        getOptionKey={(p) => p.id}
        onChange={(_, part) => part && change({ partIds: [...candidate.partIds, part.id] })}
        renderInput={(params) => <TextField {...params} label="Add a part" />}
      />
    </section>
  );
}
