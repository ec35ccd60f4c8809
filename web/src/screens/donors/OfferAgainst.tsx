import type { Listing } from '@sable/core';
import { offerDifferences } from '@sable/core/questions/donor';
import { useState } from 'react';
import { useOffersOf } from '../../hooks/useYard.ts';
import { ChoiceField } from '../../pieces/fields.tsx';
import { Sentence } from '../../pieces/figures.tsx';
import layout from '../../pieces/layout.module.css';

/** Another offer of the same engine beside this one: only what they don’t say alike. */
export function OfferAgainst({ listing }: { listing: Listing }) {
  const [id, setId] = useState('');
  const others = (useOffersOf(listing.engineId).data?.listings ?? []).filter((l) => l.id !== listing.id && !l.gone);
  const other = others.find((l) => l.id === id);
  if (others.length === 0) return null;
  const differences = other ? offerDifferences(listing, other) : [];
  return (
    <>
      <h3>Held against another</h3>
      <ChoiceField
        label="Other listing"
        value={id}
        choices={others.map((l) => ({ value: l.id, label: `${l.title}, ${l.seller}` }))}
        onCommit={setId}
      />
      {other && (
        <table className={layout['figures']}>
          <thead>
            <tr>
              <th scope="col">&nbsp;</th>
              <th scope="col">This one</th>
              <th scope="col">The other</th>
            </tr>
          </thead>
          <tbody>
            {differences.map((d) => (
              <tr key={d.what}>
                <th scope="row">{d.what}</th>
                <td className="small">
                  <Sentence>{d.one}</Sentence>
                </td>
                <td className="small">
                  <Sentence>{d.other}</Sentence>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {other && differences.length === 0 && <p className="muted small">Both say the same.</p>}
    </>
  );
}
