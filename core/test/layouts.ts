/** Cars of every layout with a candidate for each, made of the demo's first car: what the layout asks is entered, no more. */
import type { Build, Candidate, Chassis, Gearbox, Library, Part, Placement, Port } from '../src/index.ts';
import { library, tug } from './demo.ts';

const CAR = tug.chassis!;
const WHEELBASE = CAR.wheelbaseMm!.value;
const C = tug.candidates.find((c) => c.letter === 'C')!;
const BOX = library.gearboxes.find((g) => g.id === C.gearboxId)!;

export interface MadeLayout {
  readonly name: string;
  readonly car: Partial<Chassis>;
  readonly box: Partial<Gearbox>;
  readonly candidate?: Partial<Candidate>;
  /** Bought for it. */
  readonly parts?: readonly Part[];
  /** Of the way from crank to road: the joints that it has, and no other. */
  readonly joints: readonly string[];
  readonly lines: readonly string[];
  /** Rows of fit and driveline that it has, and no other. */
  readonly rows: readonly string[];
}

type At = [number, number, number];
const port = (id: string, kind: string, side: 'a' | 'b', spec: Port['spec'], place?: string): Port => ({
  id,
  kind,
  side,
  spec,
  evidence: 'measured',
  ...(place ? { place } : {}),
});
/** Both faces of joints, of the gearbox and of the car. */
const faces = (...kinds: (readonly [kind: string, spec: Port['spec'], boxSide: 'a' | 'b', place?: string])[]) => ({
  box: kinds.map(([kind, spec, side, place], i) => port(`box-${kind}${place ?? i}`, kind, side, spec, place)),
  car: kinds.map(([kind, spec, side, place], i) =>
    port(`car-${kind}${place ?? i}`, kind, side === 'a' ? 'b' : 'a', spec, place),
  ),
});
const rating = { value: 4000, plusMinus: 200, evidence: 'published' } as const;
const tube = { outerDiameterMm: 76, innerDiameterMm: 72, pieces: 1, ratingNm: rating } as const;
const spans = { fullyInMm: 300, fullyOutMm: 900, jointLimitDeg: 40 } as const;

/** Half shafts that reach from outputs to hubs, level, wherever the gearbox stands. */
const shaftsAt = (place: Placement, outX: number) => {
  const half = 180;
  const local: At = place.yawDeg === 0 ? [outX, half, 0] : [half, outX, 0];
  const other: At = place.yawDeg === 0 ? [outX, -half, 0] : [-half, outX, 0];
  const turnedLeft = place.yawDeg === 90;
  // Turned to the left, the box's own x is the car's left.
  const [left, right] = place.yawDeg === 0 || turnedLeft ? [local, other] : [other, local];
  const centre: At =
    place.yawDeg === 0
      ? [place.xMm + outX, place.yMm, place.zMm]
      : [place.xMm - (turnedLeft ? outX : -outX), place.yMm, place.zMm];
  const hub = (y: number): At => [centre[0], centre[1] + y, centre[2]];
  return {
    box: { halfShaftsMm: { leftMm: left, rightMm: right } } satisfies Partial<Gearbox>,
    car: { hubs: { leftMm: hub(700), rightMm: hub(-700), bumpUpMm: 60, droopDownMm: 70 }, halfShaft: spans },
  };
};

const place = (xMm: number, zMm: number, yawDeg: Placement['yawDeg'] = 0, yMm = 0): Placement => ({
  xMm,
  yMm,
  zMm,
  yawDeg,
  pitchDeg: 0,
  cantDeg: 0,
});
const HALF = faces(
  ['half-shaft', { flange: 'six M10' }, 'a', 'left'],
  ['half-shaft', { flange: 'six M10' }, 'a', 'right'],
);
const HUBS: readonly Port[] = (['left', 'right'] as const).flatMap((side) => [
  port(`hub-a-${side}`, 'hub', 'a', { spline: '28' }, side),
  port(`hub-b-${side}`, 'hub', 'b', { spline: '28' }, side),
]);
const OUTPUT = faces(['output', { flange: 'four M10' }, 'a']);
const HALF_SHAFT_JOINTS = ['half-shaft:left', 'half-shaft:right', 'hub:left', 'hub:right'];
const HALF_SHAFT_ROWS = ['fit-joint', 'fit-plunge', 'fit-shaft'];
const SHAFT_ROWS = ['propshaft-margin', 'propshaft-speed'];
const { outputMm: _out, shifterMm: _lever, ports: OWN_PORTS, ...BARE } = BOX;
const others = OWN_PORTS.filter((p) => p.kind !== 'output');
const { pinion: _pinion, hubs: _hubs, propshaft: _tube, shifterAperture: HOLE, ports: CAR_PORTS, ...BODY } = CAR;
const carOthers = CAR_PORTS.filter((p) => p.kind !== 'output');

const AXLE = { pinionTorqueNm: rating, shaftTorqueNm: { ...rating, value: 9000 } } as const;
const inside = (ratio = 3.9) => ({ finalDriveInside: ratio });
const pinionAt = (x: number, z: number) => ({ atMm: [x, 0, z] as At, pitchDeg: 0 });

const FRONT_LONG = C.placement;
const tailX = -700;
const PROP = {
  box: { outputMm: [tailX, 0, 0] as At },
  /** From the tail of the gearbox back to the pinion, both axes level, falling 1.5°. */
  car: {
    pinion: {
      atMm: [
        -WHEELBASE + 150,
        FRONT_LONG.yMm,
        FRONT_LONG.zMm - Math.tan((1.5 * Math.PI) / 180) * (WHEELBASE - 150 + FRONT_LONG.xMm + tailX),
      ] as At,
      pitchDeg: 0,
    },
    propshaft: { ...tube, pieces: 2 },
  },
};
const LEVEL = { ...FRONT_LONG, pitchDeg: 0, cantDeg: 0 };

const transverse = (x: number) => {
  const at = place(x, 380, 90, 100);
  const shafts = shaftsAt(at, -250);
  return { at, shafts };
};

/** Comes up in the middle of the hole. */
const LEVER: At = [HOLE!.centreMm[0] - LEVEL.xMm, HOLE!.centreMm[1] - LEVEL.yMm, HOLE!.centreMm[2] - LEVEL.zMm];

/** Half shafts made to length. */
const PART: Part = {
  id: 'made-shafts',
  name: 'half shafts, made to length',
  class: 'half shafts',
  provides: [],
  closes: [],
  requires: [],
  excludes: [],
  solids: [],
  made: library.parts[0]!.made,
  price: { low: 300, likely: 400, high: 500, evidence: 'claimed' },
  hours: { low: 2, likely: 3, high: 4, evidence: 'estimated' },
};

function made(): MadeLayout[] {
  const front = transverse(100);
  const mid = transverse(-WHEELBASE + 250);
  const rear = transverse(-WHEELBASE - 300);
  const longFront = shaftsAt(LEVEL, -150);
  const behind = place(-WHEELBASE + 500, 360);
  const longMid = shaftsAt(behind, -450);
  const hung = place(-WHEELBASE - 350, 360, 180);
  const apart = place(-WHEELBASE + 180, LEVEL.zMm, 0, LEVEL.yMm);
  const longApart = shaftsAt(apart, -180);
  const low = place(
    -WHEELBASE + 180,
    LEVEL.zMm - Math.tan((1.5 * Math.PI) / 180) * (WHEELBASE - 180 + LEVEL.xMm),
    0,
    LEVEL.yMm,
  );
  const longLow = shaftsAt(low, -180);
  const across = place(-WHEELBASE + 600, 380, 90);
  const TUBE = faces(['torque-tube', { flange: 'eight M10' }, 'b'], ['input-shaft', { coupling: '22 spline' }, 'b']);
  const SHAFT = faces(['input-shaft', { coupling: '22 spline' }, 'b']);
  const CHAIN = faces(['chain', { pitchMm: 15.875, rows: 1 }, 'a']);
  const TWO = faces(['output', { flange: 'four M10' }, 'a', 'front'], ['output', { flange: 'four M10' }, 'a', 'rear']);
  const across4 = transverse(100);
  const base = { trackFrontMm: CAR.trackFrontMm!, axleRating: AXLE };
  const withTransaxle = (
    name: string,
    car: Partial<Chassis>,
    at: Placement,
    shafts: ReturnType<typeof shaftsAt>,
    more: Partial<MadeLayout> = {},
  ): MadeLayout => ({
    name,
    car: { ...base, ...shafts.car, ...car, ports: [...carOthers, ...HALF.car, ...HUBS] },
    box: { ...inside(), ...shafts.box, shiftedBy: 'cable or rod', ports: [...others, ...HALF.box] },
    candidate: { placement: at },
    joints: HALF_SHAFT_JOINTS,
    lines: ['half shafts'],
    rows: [...HALF_SHAFT_ROWS, 'shaft-margin'],
    ...more,
  });
  return [
    {
      name: 'front engine, lengthways, driven behind',
      car: { ...base, ...PROP.car, ...(HOLE ? { shifterAperture: HOLE } : {}), ports: [...carOthers, ...OUTPUT.car] },
      box: { ...PROP.box, shifterMm: LEVER, ports: [...others, ...OUTPUT.box] },
      candidate: { placement: LEVEL },
      joints: ['output'],
      lines: ['propshaft'],
      rows: ['axle-margin', 'fit-shaft', 'fit-shifter', ...SHAFT_ROWS, 'shaft-margin'],
    },
    withTransaxle(
      'front engine, across, driven in front',
      { drive: 'front', engineLies: 'transverse' },
      front.at,
      front.shafts,
    ),
    withTransaxle('front engine, lengthways, driven in front', { drive: 'front' }, LEVEL, longFront),
    withTransaxle('middle engine, across', { engineSits: 'middle', engineLies: 'transverse' }, mid.at, mid.shafts),
    withTransaxle('middle engine, lengthways', { engineSits: 'middle' }, behind, longMid),
    withTransaxle('rear engine, lengthways', { engineSits: 'rear' }, hung, shaftsAt({ ...hung, yawDeg: 0 }, 350), {
      box: {
        ...inside(),
        halfShaftsMm: { leftMm: [-350, -180, 0], rightMm: [-350, 180, 0] },
        shiftedBy: 'cable or rod',
        ports: [...others, ...HALF.box],
      },
    }),
    withTransaxle('rear engine, across', { engineSits: 'rear', engineLies: 'transverse' }, rear.at, rear.shafts, {
      parts: [{ ...PART, halfShaft: spans }],
    }),
    withTransaxle(
      'front engine, transaxle behind a torque tube',
      { gearboxSits: 'at the driven axle', torqueTube: true, propshaft: { ...tube, pieces: 3 } },
      LEVEL,
      longApart,
      {
        car: {
          ...base,
          ...longApart.car,
          gearboxSits: 'at the driven axle',
          torqueTube: true,
          propshaft: { ...tube, pieces: 3 },
          ports: [...carOthers, ...HALF.car, ...HUBS, ...TUBE.car],
        },
        box: { ...inside(), ...longApart.box, shiftedBy: 'cable or rod', ports: [...others, ...HALF.box, ...TUBE.box] },
        candidate: { placement: LEVEL, gearboxPlacement: apart },
        joints: [...HALF_SHAFT_JOINTS, 'input-shaft', 'torque-tube'],
        lines: ['torque tube', 'half shafts'],
        rows: [...HALF_SHAFT_ROWS, ...SHAFT_ROWS, 'shaft-margin'],
      },
    ),
    withTransaxle('front engine, transaxle behind an open shaft', {}, LEVEL, longLow, {
      car: {
        ...base,
        ...longLow.car,
        gearboxSits: 'at the driven axle',
        torqueTube: false,
        propshaft: { ...tube, pieces: 3 },
        ports: [...carOthers, ...HALF.car, ...HUBS, ...SHAFT.car],
      },
      box: { ...inside(), ...longLow.box, shiftedBy: 'cable or rod', ports: [...others, ...HALF.box, ...SHAFT.box] },
      candidate: { placement: LEVEL, gearboxPlacement: low },
      joints: [...HALF_SHAFT_JOINTS, 'input-shaft'],
      lines: ['shaft to the transaxle', 'half shafts'],
      rows: [...HALF_SHAFT_ROWS, ...SHAFT_ROWS, 'shaft-margin'],
    }),
    {
      name: 'all wheels, transfer case, fixed split',
      car: {
        ...base,
        drive: 'all',
        centre: 'fixed',
        rearTorqueShare: 0.6,
        transferLow: 2.4,
        ...PROP.car,
        frontPinion: { atMm: [150, LEVEL.yMm + 250, LEVEL.zMm - 30], pitchDeg: 0, yawDeg: 0 },
        frontPropshaft: tube,
        ...(HOLE ? { shifterAperture: HOLE } : {}),
        ports: [...carOthers, ...TWO.car],
      },
      box: {
        ...PROP.box,
        frontOutputMm: [-600, 230, -10],
        shifterMm: LEVER,
        ports: [...others, ...TWO.box],
      },
      candidate: { placement: LEVEL },
      joints: ['output:front', 'output:rear'],
      lines: ['front propshaft', 'rear propshaft'],
      rows: ['axle-margin', 'fit-shaft', 'fit-shifter', ...SHAFT_ROWS, 'shaft-margin'],
    },
    withTransaxle('all wheels, across, limited centre', {}, across4.at, across4.shafts, {
      car: {
        ...base,
        ...across4.shafts.car,
        drive: 'all',
        engineLies: 'transverse',
        centre: 'limited',
        rearTorqueShare: 0.2,
        centreBiasRatio: { value: 3, plusMinus: 0.3, evidence: 'published' },
        pinion: pinionAt(-WHEELBASE + 150, 380 - Math.tan((1.5 * Math.PI) / 180) * (WHEELBASE - 150 - 100)),
        propshaft: { ...tube, pieces: 3 },
        ports: [...carOthers, ...HALF.car, ...HUBS, ...OUTPUT.car],
      },
      box: {
        ...inside(),
        ...across4.shafts.box,
        outputMm: [-100, 0, 0],
        shiftedBy: 'cable or rod',
        ports: [...others, ...HALF.box, ...OUTPUT.box],
      },
      joints: [...HALF_SHAFT_JOINTS, 'output'],
      lines: ['propshaft', 'half shafts'],
      rows: [...HALF_SHAFT_ROWS, ...SHAFT_ROWS, 'shaft-margin'],
    }),
    ...(['with', 'without'] as const).map((reverse): MadeLayout => ({
      name: `middle engine, across, by chain, ${reverse} a reverse`,
      car: {
        ...base,
        engineSits: 'middle',
        engineLies: 'transverse',
        drivenBy: 'chain',
        axleSprocketMm: [-WHEELBASE, -100, 300],
        ports: [...carOthers, ...CHAIN.car],
      },
      box: {
        sprocketMm: [-100, 0, -40],
        shiftedBy: 'cable or rod',
        ...(reverse === 'with' ? { reverseRatio: 3.1 } : { noReverse: true }),
        ports: [...others, ...CHAIN.box],
      },
      candidate: { placement: across },
      joints: ['chain'],
      lines: ['chain'],
      rows: ['axle-margin', 'fit-shaft', 'shaft-margin'],
    })),
  ];
}
export const LAYOUTS: readonly MadeLayout[] = made();

/** A build and library in which a layout stands, with its one candidate. */
export function builtOf({ car, box, candidate, parts = [] }: MadeLayout): {
  build: Build;
  lib: Library;
  candidate: Candidate;
} {
  const own: Candidate = { ...C, gearboxId: 'made-box', partIds: parts.map((p) => p.id), ...candidate };
  const { reverseRatio: _reverse, ...bare } = BARE;
  return {
    build: { ...tug, chassis: { ...BODY, ports: [], ...car }, candidates: [own] },
    lib: {
      ...library,
      parts: [...library.parts, ...parts],
      gearboxes: [...library.gearboxes, { ...bare, ports: [], ...box, id: 'made-box', shortName: 'made gearbox' }],
    },
    candidate: own,
  };
}
