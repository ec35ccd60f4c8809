import type { Subject } from '../../model/index.ts';
import { keepsEngine } from '../../model/index.ts';
import { propagate, type Derived, type Figure } from '../../units/index.ts';
import type { JudgedCircuit } from './circuits.ts';

/** Of its rating an alternator gives so much at idle. */
export const IDLE_SHARE = 0.45;

/** What the alternator is rated for: a bought one’s, the engine’s, or the car’s own where its engine stays; A. */
export function alternatorAmps(
  subject: Pick<Subject, 'parts' | 'engine' | 'chassis' | 'candidate'>,
): number | undefined {
  const { parts, engine, chassis } = subject;
  return (
    parts.find((p) => p.alternatorAmps)?.alternatorAmps ??
    engine.alternatorAmps ??
    (keepsEngine(subject) ? chassis?.electrics?.alternatorAmps : undefined)
  );
}

/** Sum of circuits by how much of the time each draws, A; undefined where there is none, or one draws nobody knows what. */
export function drawnBy(circuits: readonly JudgedCircuit[], when: 'idle' | 'cruise'): Derived | undefined {
  const share = ({ circuit, consumer }: JudgedCircuit) =>
    (when === 'idle' ? (circuit.idlePct ?? consumer?.idlePct) : (circuit.cruisePct ?? consumer?.cruisePct)) ?? 100;
  const drawing = circuits.filter((c) => share(c) > 0);
  if (drawing.length === 0 || drawing.some((c) => !c.current)) return undefined;
  const each: Record<string, Figure> = {};
  for (const c of drawing) each[`${c.circuit.name} ${c.circuit.id}`] = c.current!;
  const shares = drawing.map(share);
  return propagate(each, (v) => Object.values(v).reduce((sum, a, i) => sum + (a * shares[i]!) / 100, 0));
}

/** What the alternator gives, A. */
export const givenAt = (ratedA: number, when: 'idle' | 'cruise'): number => ratedA * (when === 'idle' ? IDLE_SHARE : 1);
