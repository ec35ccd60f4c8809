import type { Chassis, FitClaim } from '@sable/core';
import { groupClaims } from '@sable/core/questions/claims';
import { EVIDENCE, type Evidence } from '@sable/core/units';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { EvidenceMark, StateMark } from '../../pieces/marks.tsx';
import layout from '../../pieces/layout.module.css';
import css from './survey.module.css';

/** What people say fits or doesn't, side by side and never merged, with what would settle it. */
export function Claims({ chassis }: { chassis: Chassis }) {
  const { build, library } = useBuild();
  const { save } = useBuildActions();
  const claims = chassis.claims ?? [];
  const put = (next: readonly FitClaim[]) => save('chassis', chassis, { ...chassis, claims: [...next] });
  const engines = library.engines.filter((e) => build.candidates.some((c) => c.engineId === e.id));
  const things = [
    ...engines.flatMap((e) => [
      { key: `engineId:${e.id}`, name: e.name },
      ...e.slots.flatMap((s) =>
        s.options.map((o) => ({ key: `optionId:${o.id}`, name: `${o.name} (${e.shortName})` })),
      ),
    ]),
    ...library.gearboxes
      .filter((g) => build.candidates.some((c) => c.gearboxId === g.id))
      .map((g) => ({ key: `gearboxId:${g.id}`, name: g.name })),
    ...library.parts
      .filter((p) => build.candidates.some((c) => c.partIds.includes(p.id)))
      .map((p) => ({ key: `partId:${p.id}`, name: p.name })),
  ];
  const nameOf = (id: string) =>
    things.find((t) => t.key.endsWith(`:${id}`))?.name ?? chassis.obstacles.find((o) => o.id === id)?.name ?? id;
  return (
    <section>
      <h2>Reported fits</h2>
      <p className="say muted">Reports from sellers, forums and owners. Measured values take priority.</p>
      {groupClaims(claims, nameOf).map((g) => (
        <div key={g.names.join()} className={css['claims']}>
          <h3>
            <StateMark state={g.contradict ? 'tight' : g.fits.length > 0 ? 'clear' : 'blocked'} /> {g.names.join(', ')}
          </h3>
          <div className="grid-two">
            {(
              [
                ['Fits', g.fits],
                ['Does not fit', g.doesNot],
              ] as const
            ).map(([title, list]) => (
              <div key={title}>
                <b className="small">{title}</b>
                <ul>
                  {list.map((c) => (
                    <li key={c.id} className="small">
                      “{c.words}” <span className="muted">{c.by}</span>
                      <EvidenceMark evidence={c.evidence} />{' '}
                      <button
                        type="button"
                        className={layout['link']}
                        onClick={() => put(claims.filter((x) => x.id !== c.id))}
                      >
                        delete
                      </button>
                    </li>
                  ))}
                  {list.length === 0 && <li className="small muted">source not stated</li>}
                </ul>
              </div>
            ))}
          </div>
          {g.tests.length > 0 && <p className="small">Deciding test: {g.tests.join('; ')}.</p>}
        </div>
      ))}
      <NewClaim things={things} onAdd={(c) => put([...claims, c])} taken={claims.map((c) => c.id)} />
    </section>
  );
}

function NewClaim({
  things,
  taken,
  onAdd,
}: {
  things: readonly { key: string; name: string }[];
  taken: readonly string[];
  onAdd: (claim: FitClaim) => void;
}) {
  const [about, setAbout] = useState(things[0]?.key ?? '');
  const [says, setSays] = useState<FitClaim['says']>('fits');
  const [by, setBy] = useState('');
  const [words, setWords] = useState('');
  const [test, setTest] = useState('');
  const [evidence, setEvidence] = useState<Evidence>('claimed');
  const [fault, setFault] = useState<string>();
  if (things.length === 0) return <p className="small muted">Add a candidate first.</p>;
  const add = () => {
    if (by.trim() === '' || words.trim() === '') return setFault('Enter the source and the statement.');
    const [kind, id] = about.split(':') as [string, string];
    let n = taken.length + 1;
    while (taken.includes(`claim-${n}`)) n++;
    onAdd({
      id: `claim-${n}`,
      about: { [kind]: id },
      says,
      by: by.trim(),
      words: words.trim(),
      evidence,
      ...(test.trim() ? { test: test.trim() } : {}),
    });
    setBy('');
    setWords('');
    setTest('');
    setFault(undefined);
  };
  return (
    <fieldset className={layout['change']}>
      <legend>Add report</legend>
      <ChoiceField
        label="About"
        value={about}
        choices={things.map((t) => ({ value: t.key, label: t.name }))}
        onCommit={setAbout}
      />
      <ChoiceField
        label="Report"
        value={says}
        choices={(['fits', 'does not fit'] as const).map((s) => ({ value: s, label: s }))}
        onCommit={(v) => setSays(v as FitClaim['says'])}
      />
      <TextField label="Source" value={by} onChange={(e) => setBy(e.target.value)} />
      <ChoiceField
        label="Evidence"
        value={evidence}
        choices={EVIDENCE.map((s) => ({ value: s, label: s }))}
        onCommit={(v) => setEvidence(v as Evidence)}
      />
      <TextField label="Statement" value={words} onChange={(e) => setWords(e.target.value.slice(0, 500))} />
      <TextField label="Deciding test" value={test} onChange={(e) => setTest(e.target.value.slice(0, 300))} />
      <Button onClick={add}>Add</Button>
      {fault && (
        <p role="alert" className="fault">
          {fault}
        </p>
      )}
    </fieldset>
  );
}
