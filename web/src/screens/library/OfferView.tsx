import { choiceWords, type Library, type Offer } from '@sable/core';
import { capital, formatQuantity } from '@sable/core/units';
import { useUnits } from '../../hooks/settings.tsx';
import { OfferFacts } from '../../pieces/OfferFacts.tsx';

/** An offer that somebody wrote down, with what is known of it. */
export function OfferView({ offer, library }: { offer: Offer; library: Library }) {
  const units = useUnits();
  const engine = library.engines.find((e) => e.id === offer.engineId);
  const gearbox = library.gearboxes.find((g) => g.id === offer.gearboxId);
  const asked =
    offer.price === undefined || offer.currency === undefined
      ? 'price not stated'
      : formatQuantity(offer.price, 'money', units, { currency: offer.currency });
  return (
    <>
      <p className="say big">
        {capital(choiceWords(offer.kind))}: {engine?.name ?? 'engine not stated'}
        {gearbox ? ` with ${gearbox.name}` : ''}, {asked}
        {offer.retired ? ', gone' : ''}
      </p>
      <p className="say muted">
        {offer.seller ?? 'Seller not stated'},{' '}
        {offer.distanceKm === undefined
          ? 'location not stated'
          : `${formatQuantity(offer.distanceKm, 'travelledKm', units)} away`}
        , listed {offer.listedOn}.
      </p>
      {offer.words && <p className="say">{offer.words}</p>}
      <OfferFacts offer={offer} />
    </>
  );
}
