import type { BayBody, PlacedSolid } from '@sable/core/questions/fit';
import { type Convex, moved, poseOf } from '@sable/core/geometry';
import type { Placement } from '@sable/core';
import type { View } from '@sable/core/formats/drawing';
import type { Frame } from '../../pieces/labels.ts';

/** What is worth seeing of a bay around a powertrain, vehicle axes: least and greatest x, y, z, mm. */
export function worthSeeing(solids: readonly PlacedSolid[], bay: readonly BayBody[], at: Placement): number[] {
  const pose = poseOf(at);
  const box = [Infinity, Infinity, Infinity, -Infinity, -Infinity, -Infinity];
  const take = (b: Convex['bounds'], grow: readonly number[]) => {
    for (let k = 0; k < 3; k++) {
      box[k] = Math.min(box[k]!, b[k]! - grow[k]!);
      box[k + 3] = Math.max(box[k + 3]!, b[k + 3]! + grow[k]!);
    }
  };
  for (const { convex } of solids) take(moved(convex, pose).bounds, [150, 210, 90]);
  for (const { obstacle, convex } of bay) {
    if (obstacle.role === 'bonnet') box[5] = Math.max(box[5]!, convex.bounds[5]! + 40);
    if (obstacle.role === 'radiator pack') box[3] = Math.max(box[3]!, convex.bounds[3]! + 40);
  }
  box[2] = Math.min(box[2]!, -30);
  return box;
}

/** The frame of a view that shows a box of the car, on a pane of so many pixels, and its scale in pixels per mm. */
export function frameOf(view: View, box: readonly number[], width: number, height: number): Frame & { scale: number } {
  const a = view.flat(box[0]!, box[1]!, box[2]!);
  const b = view.flat(box[3]!, box[4]!, box[5]!);
  const x = Math.min(a[0], b[0]);
  const y = Math.min(a[1], b[1]);
  const w = Math.abs(a[0] - b[0]);
  const h = Math.abs(a[1] - b[1]);
  const scale = Math.max(0.01, Math.min(width / w, height / h));
  const wide = width / scale;
  const high = height / scale;
  // Side and front stand on their ground; the plan lies in the middle.
  const top = view.key === 'plan' ? y - (high - h) / 2 : y + h - high;
  return { x: x - (wide - w) / 2, y: top, w: wide, h: high, scale };
}
