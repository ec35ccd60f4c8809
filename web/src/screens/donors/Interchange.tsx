import type { Family } from '@sable/core';
import { formatQuantity } from '@sable/core/units';
import { useBuild } from '../../hooks/buildState.tsx';
import { useUnits } from '../../hooks/settings.tsx';
import { EvidenceMark } from '../../pieces/marks.tsx';
import layout from '../../pieces/layout.module.css';
import { Scrolled } from '../../pieces/Scrolled.tsx';

/** What swaps within a family: which piece onto which engine, from which castings on, and what must change with it. */
export function Interchange({ family }: { family: Family }) {
  const { build, library } = useBuild();
  const units = useUnits();
  const name = (id: string) => library.engines.find((e) => e.id === id)?.shortName ?? id;
  return (
    <section className="block">
      <h2>Interchangeable parts: {family.name}</h2>
      {family.interchange.length === 0 ? (
        <p className="muted">No data.</p>
      ) : (
        <Scrolled label="What swaps">
          <table className={layout['figures']}>
            <thead>
              <tr>
                <th scope="col">Part</th>
                <th scope="col">From</th>
                <th scope="col">Fits engine</th>
                <th scope="col">Fit</th>
                <th scope="col">Other changes needed</th>
                <th scope="col" className="r">
                  Likely
                </th>
              </tr>
            </thead>
            <tbody>
              {family.interchange.map((i) => (
                <tr key={i.id}>
                  <th scope="row">{i.what}</th>
                  <td>{name(i.fromEngineId)}</td>
                  <td>{name(i.ontoEngineId)}</td>
                  <td>
                    {i.goes}
                    {i.castFrom !== undefined && `, blocks from ${i.castFrom}`}
                    <EvidenceMark evidence={i.evidence} />
                  </td>
                  <td className="muted">{i.also.join(', ') || 'nothing'}</td>
                  <td className="r">
                    {i.goes === 'not'
                      ? '–'
                      : `${formatQuantity(i.price.likely, 'money', units, { currency: build.currency })}, ${formatQuantity(i.hours.likely, 'hours', units, { digits: 0 })}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </Scrolled>
      )}
      {family.note && <p className="muted small">{family.note}</p>}
    </section>
  );
}
