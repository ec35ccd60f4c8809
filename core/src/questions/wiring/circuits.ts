import { coolingFanOf } from '../cooling/index.ts';
import { worstState, type Circuit, type State, type Subject } from '../../model/index.ts';
import { attempt, type Figure } from '../../units/index.ts';
import { CONSUMERS, consumerOf, type Consumer } from './consumers.ts';
import { pathOf } from './places.ts';
import { ampacityOf, ampacityShare, fuseFor, voltageDrop, WIRE_MM2 } from './wire.ts';

/** Of the system’s voltage a feed may lose so much, a starter’s cable half a volt at 12 V. */
const DROP_SHARE = 0.03;
const STARTER_SHARE = 0.5 / 12;
const INSULATION_C = 105;

/** A circuit as it stands, with what it asks of its wire. */
export interface JudgedCircuit {
  readonly circuit: Circuit;
  readonly consumer: Consumer | undefined;
  /** Entered with it, or that of the part that it feeds. */
  readonly current: Figure | undefined;
  /** It stands there by a part alone: nobody has entered it yet. */
  readonly derived: boolean;
  readonly state: State;
  /** What is wrong or missing, in words. */
  readonly says: readonly string[];
  /** Fields of the circuit that are missing. */
  readonly missing: readonly string[];
  /** Where its current is entered, where that is with what it feeds. */
  readonly currentAt: string | undefined;
  /** Out and back, m: as entered, or that of the loom along which it is led. */
  readonly path: Figure | undefined;
  readonly fuseA: number | undefined;
  /** The least wire of the list that its fuse and its drop allow. */
  readonly leastMm2: number | undefined;
  readonly dropV: number | undefined;
  readonly allowedV: number;
}

/** Temperature of a conductor, °C: around it, and what its current makes of the way to the end of its insulation. */
const conductorC = (aroundC: number, currentA: number, carriesA: number): number =>
  aroundC + (INSULATION_C - aroundC) * Math.min(1, (currentA / carriesA) ** 2);

function judge(
  subject: Subject,
  circuit: Circuit,
  fed: { readonly currentA: Figure | undefined; readonly at: string } | undefined,
  volts: number,
  derived: boolean,
): JudgedCircuit {
  const consumer = consumerOf(circuit.consumer);
  const path = pathOf(subject, circuit);
  const fused = consumer?.fused ?? true;
  const current = circuit.currentAmps ?? fed?.currentA;
  const allowedV = volts * (fused ? DROP_SHARE : STARTER_SHARE);
  const missing: string[] = [];
  const says: string[] = [];
  if (!current) missing.push('currentAmps');
  if (!path) missing.push('lengthM');
  if (circuit.aroundC === undefined) missing.push('aroundC');
  if (fused && circuit.loadedWires === undefined) missing.push('loadedWires');
  if (circuit.backBy === undefined) missing.push('backBy');
  const states: State[] = [];
  const worse = (to: State, words: string) => {
    says.push(words);
    states.push(to);
  };
  if (fused && circuit.fuseAmps === undefined) missing.push('fuseAmps');
  if (circuit.ground === undefined) missing.push('ground');
  if (circuit.sizeMm2 === undefined) missing.push('sizeMm2');
  let fuseA: number | undefined;
  let leastMm2: number | undefined;
  let dropV: number | undefined;
  if (current && path && circuit.aroundC !== undefined && (!fused || circuit.loadedWires !== undefined)) {
    const { aroundC } = circuit;
    const share = attempt(() => ampacityShare(aroundC, fused ? circuit.loadedWires! : 1));
    if (share.ok) {
      fuseA = fused ? fuseFor(current.value) : undefined;
      if (fused && fuseA === undefined)
        worse('blocked', 'its current is more than any fuse of the list is for: split it');
      const dropOf = (sizeMm2: number) => {
        const carries =
          ampacityOf(sizeMm2, share.value) ?? (ampacityOf(nearest(sizeMm2), share.value)! * sizeMm2) / nearest(sizeMm2);
        return voltageDrop({
          currentA: current.value,
          pathLengthM: path.value,
          sizeMm2,
          conductorTemperatureC: conductorC(aroundC, current.value, carries),
        });
      };
      const guard = circuit.fuseAmps ?? fuseA;
      leastMm2 = WIRE_MM2.find(
        (s) => dropOf(s) <= allowedV && (!fused || (guard !== undefined && ampacityOf(s, share.value)! >= guard)),
      );
      if (circuit.sizeMm2 !== undefined) {
        dropV = dropOf(circuit.sizeMm2);
        const carries = ampacityOf(nearest(circuit.sizeMm2), share.value)!;
        if (dropV > allowedV) worse('blocked', `it loses more than ${fused ? '3 %' : 'half a volt'}`);
        if (fused && circuit.fuseAmps !== undefined && circuit.fuseAmps > carries)
          worse('blocked', 'fuse rating above the wire’s current rating');
      }
      if (fused && circuit.fuseAmps !== undefined) {
        if (circuit.fuseAmps < current.value) worse('blocked', 'its fuse is below its load');
        else if (fuseA !== undefined && circuit.fuseAmps < fuseA)
          worse('tight', 'fuse rating less than 125 % of its load');
      }
    }
  }
  if (missing.length > 0) worse('unknown', 'not all of it is entered');
  return {
    circuit,
    consumer,
    current,
    derived,
    state: worstState(states),
    says,
    missing,
    currentAt: fed?.at,
    path,
    fuseA,
    leastMm2,
    dropV,
    allowedV,
  };
}

/** The listed size at or below one that is not listed. */
const nearest = (sizeMm2: number): number => WIRE_MM2.findLast((s) => s <= sizeMm2) ?? WIRE_MM2[0]!;

/** Every circuit of a candidate, each judged: those entered, and those that a part brings and nobody has entered. */
export function circuitsOf(subject: Subject): JudgedCircuit[] {
  const { candidate, chassis } = subject;
  const entered = candidate.wiring?.circuits ?? [];
  const volts = chassis?.electrics?.volts ?? 12;
  const fan = coolingFanOf(subject);
  const judged = entered.map((c) => judge(subject, c, c.consumer === 'fan' ? fan : undefined, volts, false));
  if (fan && !entered.some((c) => c.consumer === 'fan'))
    judged.push(judge(subject, { id: 'fan', name: fan.name, consumer: 'fan' }, fan, volts, true));
  return judged;
}

/** Consumers that a car with this engine has, of which nobody has entered a circuit nor said that there is none. */
export function consumersNotEntered(subject: Subject): Consumer[] {
  const { circuits = [], without = [] } = subject.candidate.wiring ?? {};
  return CONSUMERS.filter(
    (c) => c.asked(subject) && !without.includes(c.id) && !circuits.some((x) => x.consumer === c.id),
  );
}
