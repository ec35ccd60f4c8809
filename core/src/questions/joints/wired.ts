import type { Subject } from '../../model/index.ts';
import { plugsOf, scheduleOf, type PinRow } from '../wiring/index.ts';
import type { Closure } from './chain.ts';
import type { JointInstance } from './ports.ts';

/** Joints that are wires and nothing else, by the functions of their pins. */
const BY_FUNCTION: Readonly<Record<string, string>> = {
  tacho: 'tacho',
  'sender:coolant': 'coolant-gauge',
  'sender:oil': 'oil-pressure-gauge',
  'lamp:charge': 'alternator-lamp',
  'lamp:oil-pressure': 'oil-pressure-lamp',
  immobiliser: 'immobiliser-data',
  'load-signal': 'torque-signal',
  'crank-trigger': 'crank',
  'cam-trigger': 'cam',
};
/** Of these the pins say all that there is to say: pulses against pulses, a lamp against a switch. */
const SAID_BY_PINS: ReadonlySet<string> = new Set(['tacho', 'lamp:charge', 'lamp:oil-pressure']);

/** The pins of a joint in the schedule, where both of its ends have one; undefined where one alone says nothing of the other. */
function pinsOf(subject: Subject, joint: JointInstance): readonly PinRow[] | undefined {
  const fn = BY_FUNCTION[joint.key];
  if (fn === undefined || !subject.candidate.wiring?.splices) return undefined;
  const rows = scheduleOf(plugsOf(subject), subject.candidate.wiring).rows.filter((r) => r.fn?.id === fn);
  return new Set(rows.map((r) => r.plug.owner)).size < 2 ? undefined : rows;
}

/**
 * What the splice schedule says of a joint. One whose faces disagree is closed by its pins joined through a converter that is named; one
 * whose faces nobody has entered by its pins alone, where they say all. One whose faces mate is not known as long as its pins are open.
 * Undefined where the schedule says nothing of it.
 */
export function wiredClosure(subject: Subject, joint: JointInstance, closure: Closure): Closure | undefined {
  const rows = pinsOf(subject, joint);
  if (!rows) return undefined;
  const wires = rows.map((r) => (r.state.how === 'connected' ? r.state.splices : undefined));
  if (wires.some((w) => w === undefined)) {
    // One that is joined to something unlike is judged there, with what is wrong with it.
    const open = rows.filter((r) => r.state.how === 'open' && r.state.splices.length === 0);
    const mates = closure.how === 'parts' || (closure.how === 'direct' && !closure.nothing);
    if (!mates || open.length === 0) return undefined;
    const words = `its ${open.length === 1 ? 'pin is' : 'pins are'} not joined (${open.map((r) => `${r.plug.plug.name} ${r.pin.pin}`).join(', ')})`;
    return { how: 'unknown', missing: [{ words, at: `/candidates/${subject.candidate.id}/wiring/splices` }] };
  }
  const through = wires.flatMap((w) => w ?? []).find((s) => s.how === 'converter')?.converter;
  if (through === undefined)
    return closure.how === 'unknown' && SAID_BY_PINS.has(joint.key)
      ? { how: 'wired', through: undefined, billed: true }
      : undefined;
  if (closure.how !== 'open') return undefined;
  // One that is for sale has to be among the parts; of any other nobody knows what it costs.
  const billed = subject.parts.some((p) => p.name === through);
  if (!billed && subject.library.parts.some((p) => p.name === through)) return undefined;
  return { how: 'wired', through, billed };
}
