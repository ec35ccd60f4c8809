import {
  signLeads,
  withSign,
  type Derived,
  type Figure,
  formatNumber,
  formatScatter,
  type Quantity,
  scatterOf,
  unitOf,
  wordSentence,
} from '@sable/core/units';
import { useUnits } from '../hooks/settings.tsx';
import { EvidenceMark } from './marks.tsx';

/** A sentence of core with its figures in the reader's units. */
export function Sentence({ children }: { children: string }) {
  return <>{wordSentence(children, useUnits())}</>;
}

/** A number with its unit behind it, or with the sign of its currency before it where that is written so. */
function WithUnit({ number, quantity, unit }: { number: string; quantity: Quantity; unit: string }) {
  if (quantity === 'money' && signLeads(unit)) return withSign(number, unit);
  return (
    <>
      {number} <small className="muted">{unit}</small>
    </>
  );
}

interface Props {
  readonly figure: Figure | Derived | undefined;
  readonly quantity: Quantity;
  readonly digits?: number;
  readonly signed?: boolean;
  readonly currency?: string;
  readonly scatter?: boolean;
}

/** A figure with its unit, scatter and evidence mark; a dash where nothing is known. */
export function FigureText({ figure, quantity, digits, signed, currency, scatter = true }: Props) {
  const units = useUnits();
  if (!figure || !Number.isFinite(figure.value)) return <span className="muted">unknown</span>;
  const options = { ...(digits === undefined ? {} : { digits }), ...(signed ? { signed } : {}) };
  const plusMinus = scatterOf(figure);
  return (
    <span className="fig">
      <WithUnit
        number={formatNumber(figure.value, quantity, units, options)}
        quantity={quantity}
        unit={unitOf(quantity, units, currency)}
      />
      {scatter && plusMinus > 0 && <small className="muted"> ± {formatScatter(plusMinus, quantity, units)}</small>}
      <EvidenceMark evidence={figure.evidence} />
    </span>
  );
}

/** A plain number with its unit, where there is no doubt to show. */
export function Plain({
  value,
  quantity,
  digits,
  currency,
  signed,
}: {
  value: number | undefined;
  quantity: Quantity;
  digits?: number;
  currency?: string;
  signed?: boolean;
}) {
  const units = useUnits();
  if (value === undefined || !Number.isFinite(value)) return <span className="muted">–</span>;
  return (
    <span className="num">
      <WithUnit
        quantity={quantity}
        number={formatNumber(value, quantity, units, {
          ...(digits === undefined ? {} : { digits }),
          ...(signed ? { signed } : {}),
        })}
        unit={unitOf(quantity, units, currency)}
      />
    </span>
  );
}
