import type { JointKind } from '../kind.ts';
import { KINDS } from './table.ts';

/** Every joint that Sable knows, in the order a powertrain goes together. */
export const JOINT_KINDS: readonly JointKind[] = Object.values(KINDS).sort((a, b) => a.order - b.order);
