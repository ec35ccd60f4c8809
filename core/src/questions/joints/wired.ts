import type { Subject } from '../../model/index.ts';
import { plugsOf, scheduleOf } from '../wiring/index.ts';
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
};

/**
 * How the splice schedule closes a joint whose faces disagree: its pins are joined through a converter that is named. Faces that nobody
 * has entered stay unknown: what is behind a pin is more than its function.
 */
export function wiredClosure(subject: Subject, joint: JointInstance, closure: Closure): Closure | undefined {
  const fn = BY_FUNCTION[joint.key];
  if (fn === undefined || closure.how !== 'open' || !subject.candidate.wiring?.splices) return undefined;
  const rows = scheduleOf(plugsOf(subject), subject.candidate.wiring).rows.filter((r) => r.fn?.id === fn);
  // One end alone says nothing of the other.
  if (new Set(rows.map((r) => r.plug.owner)).size < 2) return undefined;
  const wires = rows.map((r) => (r.state.how === 'connected' ? r.state.splices : undefined));
  if (wires.some((w) => w === undefined)) return undefined;
  const through = wires.flatMap((w) => w ?? []).find((s) => s.how === 'converter')?.converter;
  if (through === undefined) return undefined;
  // One that is for sale has to be among the parts; of any other nobody knows what it costs.
  const billed = subject.parts.some((p) => p.name === through);
  if (!billed && subject.library.parts.some((p) => p.name === through)) return undefined;
  return { how: 'wired', through, billed };
}
