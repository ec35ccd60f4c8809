import type { Build, Candidate } from '@sable/core';
import { systemOf, formatNumber, formatQuantity, unitOf } from '@sable/core/units';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useBuildActions } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { useSum } from '../../hooks/useSum.ts';
import { Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';
import css from './mounts.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** The best layouts from the bosses and chassis mounts in reach of each other; one press takes one. */
export function Layouts({ build, candidate }: { build: Build; candidate: Candidate }) {
  const search = useSum('candidate.mountLayouts');
  const { saveCandidate } = useBuildActions();
  const units = useUnits();
  const { answer, progress, running, fault } = search;
  return (
    <section className="block">
      <h2>Layouts</h2>
      <div className={css['buttons']} style={{ marginTop: 0 }}>
        <Button onClick={() => (running ? search.stop() : search.ask({ build, candidate }))}>
          {running ? 'Stop' : 'Find a layout'}
        </Button>
      </div>
      {running && (
        <LinearProgress
          variant="determinate"
          value={100 * (progress?.share ?? 0)}
          sx={{ mt: 1 }}
          aria-label="Layouts tried"
        />
      )}
      {fault && <p className="muted">{fault}</p>}
      {answer?.none && (
        <p>
          <Sentence>{answer.none}</Sentence>
        </p>
      )}
      {answer && answer.proposals.length > 0 && (
        <>
          <Scrolled label="Layouts">
            <table className={layout['figures']} style={{ marginTop: 8 }}>
              <thead>
                <tr>
                  <th scope="col">From boss to chassis mount</th>
                  <th scope="col" className="r">
                    Load of rating
                  </th>
                  <th scope="col" className="r">
                    Moves at a tight gap, {unitOf('lengthMm', units)}
                  </th>
                  <th scope="col" className="r">
                    Price
                  </th>
                  <th scope="col" className="r">
                    Score
                  </th>
                  <th scope="col" aria-label="Use" />
                </tr>
              </thead>
              <tbody>
                {answer.proposals.map((p) => (
                  <tr key={p.title}>
                    <th scope="row">{p.title}</th>
                    <td className="r">{formatNumber(p.loadPct, 'percent', units, { digits: 0 })} %</td>
                    <td className="r">
                      {formatNumber(p.movesMm, 'lengthMm', units, {
                        digits: systemOf('lengthMm', units) === 'us' ? 2 : 1,
                      })}
                    </td>
                    <td className="r">
                      {p.price === 0 ? '–' : formatQuantity(p.price, 'money', units, { currency: build.currency })}
                    </td>
                    <td className="r">{formatNumber(p.score, 'number', units, { digits: 2 })}</td>
                    <td className="r">
                      <Button onClick={() => saveCandidate(candidate, { ...candidate, mounts: [...p.mounts] })}>
                        Use this
                      </Button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Scrolled>
          <p className="muted small">
            {answer.allTried
              ? answer.tried === 1
                ? 'There is one layout.'
                : `All ${answer.tried} layouts were tried: three and four mounts, and for a transverse engine two with a link.`
              : `${answer.tried} layouts were tried; there are more.`}{' '}
            Score, lower is better: load / rating, movement at a tight gap / 8 mm, price / 500. Each mount is like the
            first with stiffness and rating.
          </p>
        </>
      )}
    </section>
  );
}
