import { cross, length, multiply, sub, times, turn, unit, add, type M3, type V3 } from '../vec.ts';
import { type Pose } from '../pose.ts';
import { InputError } from '../../units/index.ts';

type Three = readonly [V3, V3, V3];

/** A frame on three points: first point, along the first side, in their plane. */
function frameOn([a, b, c]: Three, pointer: string): M3 {
  const along = sub(b, a);
  const across = cross(along, sub(c, a));
  if (length(along) < 1 || length(across) < 1e-3 * length(along) ** 2)
    throw new InputError(pointer, 'The three points lie in one place or on one line; choose three points far apart.');
  const x = unit(along);
  const z = unit(across);
  const y = cross(z, x);
  return [
    [x[0], y[0], z[0]],
    [x[1], y[1], z[1]],
    [x[2], y[2], z[2]],
  ];
}

const transposed = (m: M3): M3 => [
  [m[0][0], m[1][0], m[2][0]],
  [m[0][1], m[1][1], m[2][1]],
  [m[0][2], m[1][2], m[2][2]],
];
/**
 * The rigid move that brings three picked points to where they are known to lie: middle on middle, sides along sides.
 * `missMm` is how far the points then lie from where they were said to be, at most: the scan or the tape is off by that.
 * @throws InputError when three points lie in one place or on one line.
 */
export function placedByThree(picked: Three, known: Three): Pose & { readonly missMm: number } {
  const turned = multiply(frameOn(known, '/known'), transposed(frameOn(picked, '/picked')));
  const middle = (t: Three): V3 => times(add(add(t[0], t[1]), t[2]), 1 / 3);
  const at = sub(middle(known), turn(turned, middle(picked)));
  const missMm = Math.max(...picked.map((p, i) => length(sub(add(at, turn(turned, p)), known[i]!))));
  return { at, turned, missMm };
}

/** Sides of a triangle, mm: compared, they show whether the scan is in the unit that it is thought to be. */
export const sidesOf = ([a, b, c]: Three): [number, number, number] => [
  length(sub(b, a)),
  length(sub(c, b)),
  length(sub(a, c)),
];
