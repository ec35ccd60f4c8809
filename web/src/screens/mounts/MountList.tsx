import {
  accept,
  BOLT_CLASSES,
  chassisMountsOf,
  SCHOOLS,
  takeOut,
  type Candidate,
  type FittedMount,
  type MountElement,
  type MountSchool,
  type MountsFigures,
  type Subject,
} from '@sable/core';
import { bossesAt } from '@sable/core/questions/mounts';
import { formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMemo, useState } from 'react';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useWantedField } from '../../pieces/fieldFocus.ts';
import { FigureField } from '../../pieces/FigureField.tsx';
import { ChoiceField, QuantityField, WordsField, type Choice } from '../../pieces/fields.tsx';
import layout from '../../pieces/layout.module.css';
import { WholeForm, type WholeField } from '../../pieces/WholeForm.tsx';
import { BracketFields } from './BracketFields.tsx';
import { ElementFields } from './ElementFields.tsx';
import css from './mounts.module.css';

/** The mounts of a candidate, each with what it bolts to, what it stands on, and what gives. */
export function MountList({
  candidate,
  subject,
  figures,
}: {
  candidate: Candidate;
  subject: Subject;
  figures: MountsFigures | undefined;
}) {
  const { saveCandidate } = useBuildActions();
  // With those that a kit brings: one that is changed here becomes the candidate’s own.
  const mounts = subject.candidate.mounts ?? [];
  const [added, setAdded] = useState<string>();
  const wanted = useWantedField();
  const bosses = useMemo(
    () => [...bossesAt(subject)].map(([id, b]): Choice => ({ value: id, label: b.name })),
    [subject],
  );
  const pads = useMemo(
    () =>
      (subject.chassis ? chassisMountsOf(subject.chassis, subject.parts) : []).map((p): Choice => ({
        value: p.id,
        label: p.name,
      })),
    [subject],
  );
  // The first of which nobody has said yet how stiff it is stands open, and stays so while it is said.
  const [unsaid, setUnsaid] = useState<string>();
  const first = mounts.find((m) => !m.partId && !stiffnessSaid(m.element))?.id;
  if (unsaid === undefined && first !== undefined) setUnsaid(first);
  const add = () => {
    let n = mounts.length + 1;
    while (mounts.some((m) => m.id === `mount-${n}`)) n++;
    const id = `mount-${n}`;
    setAdded(id);
    const like = mounts.find((m) => !m.link);
    saveCandidate(
      candidate,
      accept(candidate, {
        kind: 'mount',
        id,
        name: `mount ${n}`,
        ...(like?.element ? { element: like.element } : {}),
      }),
    );
  };
  return (
    <section className="block">
      <h2>Mounts of {candidate.letter}</h2>
      {mounts.map((m, i) => (
        <One
          key={m.id}
          open={
            m.id === added || m.id === unsaid || wanted?.startsWith(`/candidates/${candidate.id}/mounts/${i}`) === true
          }
          at={`/candidates/${candidate.id}/mounts/${i}`}
          candidate={candidate}
          mount={m}
          figures={figures?.mounts.find((f) => f.id === m.id)}
          bosses={bosses}
          pads={pads}
          subject={subject}
        />
      ))}
      <div className={css['buttons']}>
        <Button onClick={add}>Add a mount</Button>
      </div>
    </section>
  );
}

const stiffnessSaid = (element: MountElement | undefined) =>
  element !== undefined && (element.school === 'solid' || element.stiffness || element.bush || element.block);

type Bolt = NonNullable<FittedMount['bolt']>;
/** Of use only together: what it clamps decides how much of it is left to hold. */
const BOLT: readonly WholeField<Bolt>[] = [
  { key: 'lengthMm', label: 'Bolt, length under the head', quantity: 'lengthMm', min: 5, max: 400 },
  { key: 'stackMm', label: 'Bolt, clamped thickness', quantity: 'lengthMm', min: 0, max: 380 },
  {
    key: 'boltClass',
    label: 'Bolt, strength class',
    quantity: 'choice',
    optional: true,
    choices: BOLT_CLASSES.map((c) => ({ value: c, label: c })),
  },
];

const TURNS = ['Turned about fore and aft', 'Turned about across', 'Turned about upright'] as const;
const AXES = ['Ahead of the front axle', 'Left of centreline', 'Height above floor'] as const;

function One({
  open,
  at,
  candidate,
  mount,
  figures,
  bosses,
  pads,
  subject,
}: {
  open: boolean;
  at: string;
  candidate: Candidate;
  mount: FittedMount;
  figures: MountsFigures['mounts'][number] | undefined;
  bosses: readonly Choice[];
  pads: readonly Choice[];
  subject: Subject;
}) {
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const put = (next: FittedMount) => saveCandidate(candidate, accept(candidate, { kind: 'mount', ...next }));
  /** With some fields put in or, where undefined, taken out. */
  const change = (more: { [K in keyof FittedMount]?: FittedMount[K] | undefined }) => {
    const next: Record<string, unknown> = { ...mount, ...more };
    for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
    put(next as FittedMount);
  };
  const { element } = mount;
  const setElement = (next: MountElement) => change({ element: next });
  const pad = subject.chassis && chassisMountsOf(subject.chassis, subject.parts).find((p) => p.id === mount.padId);
  const place = mount.atMm ?? pad?.atMm;
  const parts = subject.library.parts.filter((p) => p.mount && (!p.retired || p.id === mount.partId));
  const others = (subject.candidate.mounts ?? []).filter((m) => m.id !== mount.id && !m.link);
  const point = (likely: number) => ({
    low: 0.85 * likely,
    likely,
    high: 1.3 * likely,
    evidence: 'estimated' as const,
  });
  return (
    <details className={css['one']} open={open} data-pointer={at}>
      <summary>
        {mount.name}
        <small className="muted">
          {[
            mount.link ? 'link' : (figures?.school ?? element?.school),
            bosses.find((b) => b.value === mount.bossId)?.label,
            figures?.weightShare !== undefined &&
              `${formatNumber(100 * figures.weightShare, 'percent', units, { digits: 0 })} % of the weight`,
            figures?.worst &&
              `${formatNumber(figures.worst.loadN, 'forceN', units, { digits: 0 })} ${unitOf('forceN', units)} at most`,
          ]
            .filter(Boolean)
            .join(' · ')}
        </small>
      </summary>
      <div className={layout['form-grid']} style={{ marginTop: 10 }}>
        <WordsField
          label="Name"
          value={mount.name}
          maxLength={120}
          onCommit={(name) => (name.trim() === '' ? 'Enter a name.' : change({ name: name.trim() }))}
        />
        <ChoiceField
          label="Bolts to"
          value={mount.bossId ?? ''}
          choices={bosses}
          onCommit={(bossId) => change({ bossId })}
        />
        <ChoiceField
          label="Mounted on"
          value={mount.padId ?? ''}
          choices={pads}
          onCommit={(padId) => change({ padId })}
        />
        <FormControlLabel
          control={
            <Checkbox
              checked={mount.link === true}
              onChange={(e) => change({ link: e.target.checked ? true : undefined })}
            />
          }
          label="A link or torque bar: carries no weight"
        />
        {!mount.link &&
          AXES.map((label, axis) => (
            <QuantityField
              key={label}
              label={label}
              quantity="lengthMm"
              optional
              min={-10_000}
              max={10_000}
              at={`${at}/atMm/${axis}`}
              value={mount.atMm?.[axis]}
              // That of its chassis mount, until it has a place of its own.
              placeholder={pad ? formatNumber(pad.atMm[axis]!, 'lengthMm', units) : undefined}
              onCommit={(mm) => {
                if (mm === undefined) return change({ atMm: undefined });
                const from = place ?? [0, 0, 0];
                change({ atMm: [axis === 0 ? mm : from[0], axis === 1 ? mm : from[1], axis === 2 ? mm : from[2]] });
              }}
            />
          ))}
      </div>
      <h3 style={{ margin: '16px 0 8px' }}>What gives</h3>
      <div className={layout['form-grid']}>
        {parts.length > 0 && (
          <ChoiceField
            label="From the library"
            value={mount.partId ?? 'own'}
            choices={[{ value: 'own', label: 'entered here' }, ...parts.map((p) => ({ value: p.id, label: p.name }))]}
            onCommit={(id) => change(id === 'own' ? { partId: undefined } : { partId: id, element: undefined })}
          />
        )}
        <ChoiceField
          label="Mount type"
          value={element?.school ?? ''}
          choices={SCHOOLS.map((s) => ({ value: s, label: s }))}
          onCommit={(school) => setElement({ ...element, school: school as MountSchool })}
        />
      </div>
      {!mount.link && element && element.school !== 'solid' && (
        <div className={layout['form-grid']} style={{ marginTop: 12 }}>
          {TURNS.map((label, axis) => (
            <QuantityField
              key={label}
              label={label}
              quantity="angleDeg"
              optional
              min={-180}
              max={180}
              at={`${at}/turnDeg/${axis}`}
              value={mount.turnDeg?.[axis]}
              onCommit={(deg) => {
                const was = mount.turnDeg ?? [0, 0, 0];
                const turned = was.map((v, i) => (i === axis ? (deg ?? 0) : v)) as [number, number, number];
                change({ turnDeg: turned.every((v) => v === 0) ? undefined : turned });
              }}
            />
          ))}
        </div>
      )}
      {element && (
        <>
          <ElementFields
            id={`${candidate.id}/${mount.id}`}
            at={`${at}/element`}
            element={element}
            onChange={setElement}
          />
          <div className={layout['form-grid']} style={{ marginTop: 12 }}>
            <div className="wide">
              <FigureField
                at={`${at}/element/ratingN`}
                label="Rated load"
                quantity="forceN"
                optional
                above
                min={0}
                max={200_000}
                first="published"
                value={element.ratingN}
                onChange={(f) => setElement(without(element, 'ratingN', f))}
              />
            </div>
            {element.school !== 'solid' && (
              <div className="wide">
                <FigureField
                  at={`${at}/element/freeTravelMm`}
                  label="Travel to its stop"
                  quantity="lengthMm"
                  optional
                  above
                  min={0}
                  max={100}
                  help={`{{${element.school === 'polyurethane' ? 3 : 8}|lengthMm}} where it is not measured`}
                  value={element.freeTravelMm}
                  onChange={(f) => setElement(without(element, 'freeTravelMm', f))}
                />
              </div>
            )}
          </div>
        </>
      )}
      {!mount.link && (
        <BracketFields
          at={`${at}/bracket`}
          subject={subject}
          mount={mount}
          figures={figures}
          onChange={(bracket) => {
            if (bracket || mount.bracket?.from !== 'made') return change({ bracket });
            saveCandidate(candidate, takeOut(candidate, { kind: 'bracket', mountId: mount.id, ...mount.bracket }));
          }}
          money={point}
        />
      )}
      <WholeForm
        name={`mount-bolt/${candidate.id}/${mount.id}`}
        title="Bolt into the boss"
        fields={BOLT.map((f) => ({ ...f, at: `${at}/bolt/${f.key}` }))}
        stored={mount.bolt}
        onKeep={(bolt) => change({ bolt })}
      />
      <div className={layout['form-grid']} style={{ marginTop: 12 }}>
        <QuantityField
          label="Price"
          quantity="money"
          optional
          min={0}
          at={`${at}/price`}
          value={mount.price?.likely}
          onCommit={(v) => change({ price: v === undefined ? undefined : point(v) })}
        />
        <QuantityField
          label="Hours"
          quantity="hours"
          optional
          min={0}
          at={`${at}/hours`}
          value={mount.hours?.likely}
          onCommit={(v) => change({ hours: v === undefined ? undefined : point(v) })}
        />
      </div>
      <div className={css['buttons']}>
        {element && others.length > 0 && (
          <Button
            onClick={() =>
              saveCandidate(candidate, {
                ...candidate,
                mounts: (subject.candidate.mounts ?? []).map((m) => (m.link ? m : { ...m, element })),
              })
            }
          >
            The same in all mounts
          </Button>
        )}
        {candidate.mounts?.some((m) => m.id === mount.id) ? (
          <Button onClick={() => saveCandidate(candidate, takeOut(candidate, { kind: 'mount', ...mount }))}>
            Remove
          </Button>
        ) : (
          <span className="muted">
            Comes with {subject.library.parts.find((p) => p.id === mount.partId)?.name ?? 'its kit'}: changes apply to
            this candidate only.
          </span>
        )}
      </div>
    </details>
  );
}

/** The element with a figure put in, or taken out where there is none. */
function without<K extends keyof MountElement>(
  element: MountElement,
  key: K,
  figure: MountElement[K] | undefined,
): MountElement {
  const { [key]: _old, ...rest } = element;
  return (figure === undefined ? rest : { ...rest, [key]: figure }) as MountElement;
}
