import { accept, deletionOf, fabricationOf, quantityOf, takeOut, type Candidate, type Finding } from '@sable/core';
import type { JointFigures, JointInstance } from '@sable/core/questions/joints';
import { systemOf, formatQuantity, lowered, wordSentence, type Units } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { WordsField } from '../../pieces/fields.tsx';
import { FindingRow } from '../../pieces/Findings.tsx';
import css from './joints.module.css';

type Home = JointInstance['kind']['home']['a'];
const HOMES: Readonly<Record<Home, string>> = { engine: 'of the engine', gearbox: 'of the gearbox', car: 'of the car' };
/** Where the faces of a side are entered. */
const FACES: Readonly<Record<Home, (buildId: string, c: Candidate) => string>> = {
  engine: (_, c) => `/library/engines/${c.engineId}/edit?field=/ports`,
  gearbox: (_, c) => `/library/gearboxes/${c.gearboxId}/edit?field=/ports`,
  car: (buildId, c) => `/builds/${buildId}/survey?c=${c.letter.toLowerCase()}&field=/chassis/ports`,
};

export interface JointSeen {
  readonly figure: JointFigures['joints'][number];
  readonly joint: JointInstance;
  readonly finding: Finding | undefined;
}

/** One joint as two faces on a line: they touch, a part stands between them, or they stand apart by what is missing. */
export function JointRow({
  seen,
  candidate,
  open,
  onToggle,
}: {
  seen: JointSeen;
  candidate: Candidate;
  open: boolean;
  onToggle: () => void;
}) {
  const { figure, joint, finding } = seen;
  const { build } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const { closure, state } = figure;
  const absent = closure.how === 'found' ? 'as found' : closure.how === 'direct' ? 'none required' : 'unknown';
  const between = betweenOf(seen, (s) => wordSentence(s, units));
  const left = deletionOf(figure.key);
  // What may be left out may be so whatever the computer does.
  const guide =
    closure.how === 'open' || (left && closure.how !== 'made' && closure.how !== 'found')
      ? fabricationOf(figure.key)
      : undefined;
  return (
    <div className={css['joint']} data-joint={figure.key} style={{ ['--at' as string]: `var(--${state})` }}>
      <button
        type="button"
        className={css['row']}
        aria-expanded={open}
        aria-label={`${figure.title}: ${finding ? wordSentence(finding.title, units) : state}`}
        onClick={onToggle}
      >
        <span className={css['face']}>
          {joint.a?.from ?? absent}
          <small>{faceWords(joint.a, joint.kind.spec.a, units) ?? joint.kind.sides.a}</small>
        </span>
        <span className={css['line']}>
          <span className={css['title']}>{figure.title}</span>
          <span className={css['gap']} data-how={closure.how}>
            <i className={css['bar']} />
            {between && <span className={css['between']}>{between}</span>}
            <i className={css['bar']} />
          </span>
        </span>
        <span className={`${css['face']} ${css['right']}`}>
          {joint.b?.from ?? absent}
          <small>{faceWords(joint.b, joint.kind.spec.b, units) ?? joint.kind.sides.b}</small>
        </span>
      </button>
      {open && (
        <div className={css['told']}>
          <ul>{finding && <FindingRow finding={finding} />}</ul>
          {closure.how === 'unknown' && (
            <p>
              Enter its faces:{' '}
              {[...new Set([joint.kind.home.a, joint.kind.home.b])].map((home, i) => (
                <span key={home}>
                  {i > 0 && ', '}
                  <Link to={FACES[home](build.id, candidate)}>{HOMES[home]}</Link>
                </span>
              ))}
              .
            </p>
          )}
          {guide && (
            <div className={css['made-by']}>
              <Button
                onClick={() => saveCandidate(candidate, accept(candidate, { kind: 'fabrication', joint: figure.key }))}
              >
                {left ? 'Leave it out' : 'Make it'}: {guide.what}
              </Button>
              <span className="muted num">
                {formatQuantity(guide.price.likely, 'money', units, { currency: build.currency })},{' '}
                {formatQuantity(guide.hours.likely, 'hours', units)}
              </span>
            </div>
          )}
          {guide && left && (
            <p className="muted small">
              ECU settings required: {lowered(left.tell)}. {left.rules}
            </p>
          )}
          {closure.how === 'unknown' && <Looked jointKey={figure.key} candidate={candidate} />}
          {closure.how === 'seen' && (
            <Button
              onClick={() => saveCandidate(candidate, takeOut(candidate, { kind: 'jointCheck', joint: figure.key }))}
            >
              Remove inspection note
            </Button>
          )}
          {closure.how === 'swapped' && (
            <Button onClick={() => saveCandidate(candidate, takeOut(candidate, { kind: 'swap', ...closure.work }))}>
              Do not reuse
            </Button>
          )}
          {closure.how === 'made' && (
            <Button
              onClick={() => saveCandidate(candidate, takeOut(candidate, { kind: 'fabrication', ...closure.work }))}
            >
              {left ? 'Keep' : 'Do not fabricate'}
            </Button>
          )}
        </div>
      )}
    </div>
  );
}

/** Somebody who has it in front of him says that it mates: kept with his words, and undone like any change. */
function Looked({ jointKey, candidate }: { jointKey: string; candidate: Candidate }) {
  const { saveCandidate } = useBuildActions();
  const [note, setNote] = useState('');
  return (
    <div className={css['looked']}>
      <WordsField label="Inspection note" value={note} maxLength={400} onCommit={setNote} />
      <Button
        onClick={() =>
          saveCandidate(
            candidate,
            accept(candidate, {
              kind: 'jointCheck',
              joint: jointKey,
              ...(note.trim() === '' ? {} : { note: note.trim() }),
            }),
          )
        }
      >
        Inspected: direct fit
      </Button>
    </div>
  );
}

/** What a face is, in its figures, each by what it is called. */
function faceWords(
  face: JointInstance['a'],
  spec: JointInstance['kind']['spec']['a'],
  units: Units,
): string | undefined {
  if (!face) return undefined;
  const words = Object.entries(face.spec).flatMap(([key, value]) => {
    if (typeof value === 'boolean') return [];
    // Titles name the unit that a length is stored in; here it is that of the reader.
    const named = (spec.properties as Readonly<Record<string, { readonly title?: string }>>)[key]?.title ?? key;
    const title = named.replace(/, mm$/, '');
    if (typeof value === 'string') return [value === 'yes' || value === 'no' ? `${title}: ${value}` : value];
    const quantity = quantityOf(key);
    const figure =
      quantity === 'lengthMm'
        ? formatQuantity(value, quantity, units, { digits: systemOf('lengthMm', units) === 'us' ? 3 : 1 })
        : quantity === 'number'
          ? String(value)
          : formatQuantity(value, quantity, units, { digits: quantity === 'pressureBar' ? 1 : 0 });
    return [`${title} ${figure}`];
  });
  return words.length === 0 ? undefined : words.slice(0, 3).join(', ');
}

/** What stands between two faces, or by what they miss each other. */
function betweenOf({ figure: { closure, key } }: JointSeen, say: (sentence: string) => string): string | undefined {
  switch (closure.how) {
    case 'parts':
      return closure.parts.map((p) => p.name).join(' + ');
    case 'made':
      return closure.work.what ?? fabricationOf(key)?.what ?? 'made for it';
    case 'open':
      return say(closure.by.words);
    case 'unknown':
      return `not known: ${closure.missing.map((m) => m.words).join('; ')}`;
    case 'seen':
      return 'looked at';
    case 'wired':
      return closure.through ?? 'by the schedule';
    case 'swapped':
      return `${closure.what} of the ${closure.from}`;
    case 'direct':
      return closure.but && say(closure.but.words);
    case 'found':
      return undefined;
  }
}
