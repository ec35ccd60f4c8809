import { indexOf, type Engine, type Interchange, type Library } from '../../model/index.ts';
import { pert, type Distribution } from '../../units/index.ts';

export interface StrokerChoice {
  readonly piece: Interchange;
  readonly from: Engine;
  readonly litres: number;
  /** Engine in hand, its conversion, and hours at the rate. */
  readonly byParts: { readonly mean: number; readonly sd: number; readonly hours: number };
  readonly whole: { readonly mean: number; readonly sd: number };
  readonly tie: boolean;
}

const litres = (boreMm: number, strokeMm: number, n: number) =>
  ((Math.PI / 4) * (boreMm / 100) ** 2 * strokeMm * n) / 100;
const mean = (p: Distribution) => pert(p).mean;
const sd = (p: Distribution) => Math.sqrt(pert(p).variance);

/**
 * A larger engine by parts beside the larger engine bought whole: the price of the engine in hand, crank and what must
 * change with it, and the hours, against the sister's price. A tie when they differ by less than their doubt.
 */
export function strokerChoices(engine: Engine, library: Library, hourlyRate: number): StrokerChoice[] {
  const family = indexOf(library).families.get(engine.family ?? '');
  return (family?.interchange ?? []).flatMap((piece) => {
    if (piece.what !== 'crank' || piece.ontoEngineId !== engine.id || piece.goes === 'not') return [];
    const from = indexOf(library).engines.get(piece.fromEngineId);
    if (!from?.price || !engine.price) return [];
    const bore = piece.gives?.boreMm?.value ?? engine.boreMm?.value;
    const stroke = piece.gives?.strokeMm?.value ?? from.strokeMm?.value;
    if (bore === undefined || stroke === undefined || engine.cylinders === undefined) return [];
    const hours = mean(piece.hours);
    const byParts = {
      mean: mean(engine.price) + mean(piece.price) + hours * hourlyRate,
      sd: Math.hypot(sd(engine.price), sd(piece.price), sd(piece.hours) * hourlyRate),
      hours,
    };
    const whole = { mean: mean(from.price), sd: sd(from.price) };
    return [
      {
        piece,
        from,
        litres: litres(bore, stroke, engine.cylinders),
        byParts,
        whole,
        tie: Math.abs(byParts.mean - whole.mean) <= Math.hypot(byParts.sd, whole.sd),
      },
    ];
  });
}
