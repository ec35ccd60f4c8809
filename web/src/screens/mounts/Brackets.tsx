import { accept, type Build, type Candidate, type Subject } from '@sable/core';
import { bracketSheet, jigOf, jigSheet, sheetSvg } from '@sable/core/formats/drawing';
import { bracketWords, NEAR_MM, type BracketsFigures } from '@sable/core/questions/brackets';
import type { MountsFigures } from '@sable/core/questions/mounts';
import { systemOf, attempt, formatNumber, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { SheetOut } from '../../pieces/SheetOut.tsx';
import { bracketFor } from './BracketFields.tsx';
import css from './mounts.module.css';

const today = () => new Date().toISOString().slice(0, 10);

/** What was made to join mounts to their bosses: judged, drawn at its true size, and what to hold it in. */
export function Brackets({
  build,
  candidate,
  subject,
  figures,
  brackets,
}: {
  build: Build;
  candidate: Candidate;
  subject: Subject;
  figures: MountsFigures | undefined;
  brackets: BracketsFigures | undefined;
}) {
  const units = useUnits();
  const { saveCandidate } = useBuildActions();
  const mounts = subject.candidate.mounts ?? [];
  const made = mounts.flatMap((m) => (m.bracket?.from === 'made' ? [{ mount: m, bracket: m.bracket }] : []));
  const kit = (partId: string | undefined) => {
    const part = subject.library.parts.find((p) => p.id === partId);
    return part !== undefined && part.class !== 'mount';
  };
  const bosses = new Map(figures?.mounts.map((m) => [m.id, m]) ?? []);
  const open = mounts.filter((m) => {
    if (m.link || m.bracket || kit(m.partId)) return false;
    const f = bosses.get(m.id);
    return !f?.bossMm || Math.hypot(...f.bossMm.map((v, i) => v - f.atMm[i]!)) > NEAR_MM;
  });
  const chassis = subject.chassis;
  if (!chassis) return null;
  const put = (bracketOf: (m: (typeof mounts)[number]) => (typeof mounts)[number]['bracket']) => {
    let next = candidate;
    for (const m of open) {
      const bracket = bracketOf(m);
      if (bracket) next = accept(next, { kind: 'mount', ...m, bracket });
    }
    saveCandidate(candidate, next);
  };
  const name = (what: string) => `${build.id}-${candidate.letter}-${what}`;
  const head = () => ({ buildName: build.name, date: today() });
  const places = jigOf({ ...subject, chassis }).points.length;
  return (
    <section className="block">
      <h2>Brackets and jig</h2>
      {open.length > 0 && (
        <>
          <p>
            No bracket entered for {open.length === mounts.length ? 'the mounts' : open.map((m) => m.name).join(', ')}{' '}
            to {open.length === 1 ? 'its boss' : 'their bosses'}.
          </p>
          <div className={css['buttons']} style={{ marginTop: 0 }}>
            <Button variant="contained" onClick={() => put((m) => bracketFor(subject, m, bosses.get(m.id), 'steel'))}>
              Design {open.length === 1 ? 'a bracket' : `${open.length} brackets`}
            </Button>
            <Button onClick={() => put(() => ({ from: 'supplied' }))}>
              {open.length === 1 ? 'Supplied with its mount' : 'Supplied with the mounts'}
            </Button>
          </div>
        </>
      )}
      {open.length === 0 && made.length === 0 && mounts.length > 0 && (
        <p className="muted">All brackets are supplied or original.</p>
      )}
      {made.map(({ mount, bracket }) => {
        const judged = { mount: bosses.get(mount.id), bracket: brackets?.brackets.find((b) => b.mountId === mount.id) };
        return (
          <Template
            key={mount.id}
            title={mount.name}
            words={bracketWords(bracket)}
            judged={judged.bracket}
            sheet={() => bracketSheet({ ...subject, chassis }, mount.id, judged, units, head())}
            file={name(`bracket-${mount.id}`)}
          />
        );
      })}
      {places > 1 && (
        <div className={css['jig']}>
          <h3>Jig: {places} places with their diagonals</h3>
          <div className="row">
            <SheetOut
              of="Jig"
              sheet={() => jigSheet({ ...subject, chassis }, units, head())}
              name={name('mount-jig')}
            />
          </div>
        </div>
      )}
    </section>
  );
}

/** One bracket: how much of what it bears is used, its template as it will be printed, and the files. */
function Template({
  title,
  words,
  judged,
  sheet,
  file,
}: {
  title: string;
  words: string;
  judged: BracketsFigures['brackets'][number] | undefined;
  sheet: () => ReturnType<typeof bracketSheet>;
  file: string;
}) {
  const units = useUnits();
  const drawn = attempt(sheet);
  const picture = drawn.ok ? `data:image/svg+xml;utf8,${encodeURIComponent(sheetSvg(drawn.value))}` : undefined;
  return (
    <div className={css['bracket']}>
      <div>
        <h3>{title}</h3>
        <p>
          <Sentence>{words}</Sentence>
        </p>
        <dl className={css['facts']}>
          <dt>Spans</dt>
          <dd>{judged ? `${formatNumber(judged.leverMm, 'lengthMm', units)} ${unitOf('lengthMm', units)}` : '–'}</dd>
          <dt>Load, % of rating</dt>
          <dd>
            {judged?.usedPct === undefined
              ? 'load not known'
              : `${formatNumber(judged.usedPct, 'percent', units, { digits: 0 })} %`}
          </dd>
          <dt>Deflection at worst load</dt>
          <dd>
            {judged?.givesMm === undefined
              ? '–'
              : `${formatNumber(judged.givesMm, 'lengthMm', units, { digits: systemOf('lengthMm', units) === 'us' ? 3 : 2 })} ${unitOf('lengthMm', units)}`}
          </dd>
          <dt>Mass</dt>
          <dd>
            {judged?.massKg === undefined
              ? '–'
              : `${formatNumber(judged.massKg, 'massKg', units, { digits: 2 })} ${unitOf('massKg', units)}`}
          </dd>
        </dl>
        {drawn.ok && (
          <div className="row" style={{ marginTop: 8 }}>
            <SheetOut of={`Bracket of the ${title}`} sheet={sheet} name={file} />
          </div>
        )}
      </div>
      {picture ? (
        <img src={picture} alt={`Template of the bracket of the ${title}, at its true size on paper`} />
      ) : (
        <p className="muted">{drawn.ok ? '' : `Cannot be drawn yet: ${drawn.fault.message}`}</p>
      )}
    </div>
  );
}
