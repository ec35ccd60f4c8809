import { accept, type Candidate, type Subject } from '@sable/core';
import { swapOverCsv } from '@sable/core/formats';
import { engineDifferences, sameFamily, swapOver, type JointFigures } from '@sable/core/questions/joints';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useBuild, useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { ChoiceField } from '../../pieces/fields.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import { saveFile } from '../../pieces/saveFile.ts';
import layout from '../../pieces/layout.module.css';
import css from './joints.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** What moves over from another engine before that is sold, what the bought one comes without, and how a sister differs. */
export function SwapOverList({
  candidate,
  subject,
  figures,
}: {
  candidate: Candidate;
  subject: Subject;
  figures: JointFigures;
}) {
  const { build, library } = useBuild();
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const { engine, originalEngine } = subject;
  const others = library.engines.filter(
    (e) => e.id !== engine.id && !e.retired && (sameFamily(e, engine) || e.id === originalEngine?.id),
  );
  const [otherId, setOtherId] = useState('');
  const other = others.find((e) => e.id === otherId);
  const list = swapOver(subject, figures);
  const differences = other && engineDifferences(engine, other);
  const empty = list.rows.length === 0 && list.toFind.length === 0;
  return (
    <details className="block">
      <summary>
        <h2 style={{ display: 'inline' }}>Swap-over list</h2>
        <span className={`muted ${css['count']}`}>
          {empty
            ? 'nothing moves over'
            : [
                ...(list.rows.length > 0 ? [`${list.rows.length} to move over`] : []),
                ...(list.toFind.length > 0 ? [`${list.toFind.length} to find`] : []),
              ].join(', ')}
        </span>
      </summary>
      {list.rows.length > 0 && (
        <div className={`${layout['scroll-x']} ${css['moves']}`}>
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">What</th>
                <th scope="col">From</th>
                <th scope="col">To</th>
                <th scope="col">Because of</th>
                <th scope="col" />
              </tr>
            </thead>
            <tbody>
              {list.rows.map((r) => (
                <tr key={`${r.because} ${r.from}`}>
                  <th scope="row">{r.what}</th>
                  <td>{r.from}</td>
                  <td>{r.to}</td>
                  <td>{r.because}</td>
                  <td>
                    {r.accepted ? (
                      'moves over'
                    ) : (
                      <Button
                        onClick={() =>
                          saveCandidate(
                            candidate,
                            accept(candidate, { kind: 'swap', joint: r.joint, engineId: r.engineId }),
                          )
                        }
                      >
                        Reuse
                      </Button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {list.toFind.length > 0 && (
        <p>
          Missing or broken on the donor: {list.toFind.map((f) => `${f.item} (${f.why})`).join(', ')}. What the old
          engine leaves may do.
        </p>
      )}
      <div className={css['differs']}>
        <ChoiceField
          label="Compare, before buying, with"
          value={otherId}
          choices={[{ value: '', label: 'no other engine' }, ...others.map((e) => ({ value: e.id, label: e.name }))]}
          onCommit={setOtherId}
        />
        <Button
          onClick={() =>
            saveFile(
              swapOverCsv(
                list,
                units,
                other && differences && { here: engine.name, there: other.name, rows: differences },
              ),
              'text/csv',
              `${build.id}-${candidate.letter}-swap-over.csv`,
            )
          }
        >
          List as CSV
        </Button>
        <Button onClick={() => window.print()}>Print</Button>
      </div>
      {other && differences && (
        <Scrolled label="What differs">
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Differs</th>
                <th scope="col">{engine.name}</th>
                <th scope="col">{other.name}</th>
              </tr>
            </thead>
            <tbody>
              {differences.map((d) => (
                <tr key={d.what}>
                  <th scope="row">{d.what}</th>
                  <td>
                    <Sentence>{d.here}</Sentence>
                  </td>
                  <td>
                    <Sentence>{d.there}</Sentence>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {differences.length === 0 && <p className="muted">Neither record says anything that the other does not.</p>}
        </Scrolled>
      )}
    </details>
  );
}
