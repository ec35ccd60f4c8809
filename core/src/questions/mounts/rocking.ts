import type { V3 } from '../../geometry/index.ts';
import { findingOf, makeCheck, type Check, type Finding, type FittedMount, type Remedy } from '../../model/index.ts';
import { attempt, exactly, say } from '../../units/index.ts';
import { elementOf, mountInUse, type MountInUse } from './fittedMounts.ts';
import { hang, type Drive, type NotHeld } from './hanging.ts';
import type { DriveReaction } from './loads.ts';
import { HELD, openRows, type InCar } from './mountRows.ts';
import { drawn, type MountsFigures } from './mountsFigures.ts';
import type { Powertrain } from './powertrain.ts';
import { inReach, reachesOf } from './proposed.ts';

/** A mount lies on the line about which it rocks within this, mm. */
const ON_LINE_MM = 8;

/** Where the line of a turn lies: its point nearest to the centre of mass, mm, and its direction. */
function rockingLine(
  { shift, turn }: { readonly shift: V3; readonly turn: V3 },
  comMm: V3,
): { atMm: V3; axis: V3 } | undefined {
  const size2 = turn[0] ** 2 + turn[1] ** 2 + turn[2] ** 2;
  if (size2 < 1e-9) return undefined;
  // u = θ × (com − c), with c the nearest point of the line: com − c = u × θ / θ².
  const away: V3 = [
    (shift[1] * turn[2] - shift[2] * turn[1]) / size2,
    (shift[2] * turn[0] - shift[0] * turn[2]) / size2,
    (shift[0] * turn[1] - shift[1] * turn[0]) / size2,
  ];
  const size = Math.sqrt(size2);
  return {
    atMm: [comMm[0] - 1000 * away[0], comMm[1] - 1000 * away[1], comMm[2] - 1000 * away[2]],
    axis: [turn[0] / size, turn[1] / size, turn[2] / size],
  };
}

function distanceTo({ atMm, axis }: { readonly atMm: V3; readonly axis: V3 }, point: V3): number {
  const d: V3 = [point[0] - atMm[0], point[1] - atMm[1], point[2] - atMm[2]];
  const along = d[0] * axis[0] + d[1] * axis[1] + d[2] * axis[2];
  return Math.sqrt(Math.max(0, d[0] ** 2 + d[1] ** 2 + d[2] ** 2 - along ** 2));
}

/** Stands in where masses are not known: what holds it does not ask them. */
export function weightless(mounts: readonly MountInUse[]): Powertrain {
  const middle = (axis: 0 | 1 | 2) => mounts.reduce((sum, m) => sum + m.atMm[axis], 0) / mounts.length;
  return {
    body: { massKg: 1, comMm: [middle(0), middle(1), middle(2)] },
    massKg: exactly(1),
    lumps: [],
    undrawn: [],
  };
}

/** What nothing keeps from turning or sliding: blocked, with the line that it turns about and what would stop it. */
export function rocking(
  subject: InCar,
  powertrain: Powertrain | undefined,
  inUse: readonly MountInUse[],
  { free: [free] }: NotHeld,
  drive: DriveReaction | undefined,
  asked: Drive | undefined,
): { checks: Check[]; findings: Finding[]; figures: Partial<MountsFigures> } {
  const hung = powertrain ?? weightless(inUse);
  const rocks = free && rockingLine(free, hung.body.comMm);
  const on = rocks ? inUse.filter((m) => distanceTo(rocks, m.atMm) < ON_LINE_MM) : [];
  const title =
    rocks && on.length > 1
      ? `Rocks about the line through ${on.map((m) => m.fitted.name).join(' and ')}: another mount away from it stops it`
      : rocks
        ? 'These mounts leave it free to turn: another one away from the axis stops it'
        : 'These mounts leave it free to slide: another one across that stops it';
  const asks = drive ? ` that ${say(drive.forward.value, 'torqueNm')} of drive torque requires in first gear` : '';
  const check = makeCheck({
    ...HELD,
    figure: { value: 0, plusMinus: 0, evidence: 'measured', from: [] },
    limitKind: 'info',
    state: 'blocked',
    because: `Nothing resists the turn${asks}: ${inUse.length === 1 ? 'one mount can’t' : `${inUse.length} mounts so placed can’t`}.`,
  });
  const remedies = addedMounts(subject, hung, inUse, asked);
  return {
    checks: [check, ...openRows(subject, 'Rocking powertrain: not calculated.')],
    findings: [findingOf(check, title, { about: [subject.candidate.id], remedies })],
    figures: {
      ...(powertrain ? { massKg: hung.body.massKg, comMm: hung.body.comMm } : {}),
      rocks,
      mounts: inUse.map((m) => drawn(m)),
      drive: drive && { forwardNm: drive.forward.value, about: drive.about, setBy: drive.setBy },
    },
  };
}

/** Bosses and chassis mounts that no mount uses yet and that would hold it, nearest first: each as a mount to add. */
function addedMounts(
  subject: InCar,
  powertrain: Powertrain,
  inUse: readonly MountInUse[],
  drive: Drive | undefined,
): Remedy[] {
  const { candidate } = subject;
  const usedPads = new Set(inUse.map((m) => m.fitted.padId));
  const usedBosses = new Set(inUse.map((m) => m.fitted.bossId));
  const like = inUse.find((m) => !m.fitted.link)?.fitted;
  if (!like || !elementOf(subject, like)) return [];
  const pairs = reachesOf(subject).filter((r) => inReach(r) && !usedPads.has(r.pad.id) && !usedBosses.has(r.bossId));
  const remedies: Remedy[] = [];
  for (const { pad, bossId, boss } of pairs) {
    let n = candidate.mounts!.length + 1;
    while (candidate.mounts!.some((m) => m.id === `mount-${n}`)) n++;
    const { price, hours, partId, element } = like;
    const added: FittedMount = {
      id: `mount-${n}`,
      name: pad.name,
      bossId,
      padId: pad.id,
      ...(partId ? { partId } : {}),
      ...(element ? { element } : {}),
      ...(price ? { price } : {}),
      ...(hours ? { hours } : {}),
    };
    const tried = attempt(() => mountInUse(subject, added));
    if (!tried.ok || !hang(powertrain, [...inUse, tried.value], drive).held) continue;
    remedies.push({
      title: `Add a mount between ${boss} and ${pad.name}, like the ${like.name}`,
      cost: price?.likely ?? 0,
      hours: hours?.likely ?? 0,
      accept: { kind: 'mount', ...added },
    });
    if (remedies.length === 2) break;
  }
  return remedies;
}
