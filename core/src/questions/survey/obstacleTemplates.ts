import { layoutOf, type Chassis, type ObstacleRole, type Shape, type Vec3 } from '../../model/index.ts';

/** Where a person stands while measuring, in the order in which they walk round the bay. */
export const STATIONS = ['Front', 'Left wing', 'Firewall', 'Right wing', 'Underneath', 'Inside'] as const;
export type Station = (typeof STATIONS)[number];

/** One length to be read: from where to where, why, and whether it can be read again later. */
export interface ReadingSpec {
  readonly key: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
  /** What stays unknown without it. */
  readonly unknown: string;
  /** It can't be read any more once the old engine is out or the bay is cut. */
  readonly once?: boolean;
  /** May be negative: behind the line where "ahead of" is asked. */
  readonly signed?: boolean;
}

/** A kind of body in the bay and the readings that build it. */
export interface Template {
  readonly key: string;
  readonly name: string;
  readonly role: ObstacleRole;
  readonly station: Station;
  readonly why: string;
  readonly readings: readonly ReadingSpec[];
  /** The body from its readings, mm, in vehicle axes. */
  readonly shape: (mm: (key: string) => number) => Shape;
  readonly comesOut?: boolean;
  /** Of a bay that is only before or only behind the seats. */
  readonly bay?: 'before' | 'behind';
}

const AXLE = 'front axle line';
const FLOOR = 'level floor';
const MIDDLE = 'centre line of the car';

/** Along which axis a length is read, from the axle, the middle or the floor; undefined for one across a round body. */
export function readingAxis({ from }: Pick<ReadingSpec, 'from'>): 0 | 1 | 2 | undefined {
  const axis = [AXLE, MIDDLE, FLOOR].indexOf(from);
  return axis < 0 ? undefined : (axis as 0 | 1 | 2);
}

const ahead = (key: string, what: string, unknown: string, more: Partial<ReadingSpec> = {}): ReadingSpec => ({
  key,
  name: `${what}, ahead of the axle`,
  from: AXLE,
  to: `${what} (behind the axle: negative)`,
  unknown,
  signed: true,
  ...more,
});
const behind = (key: string, what: string, unknown: string, more: Partial<ReadingSpec> = {}): ReadingSpec => ({
  key,
  name: `${what}, behind the axle`,
  from: AXLE,
  to: `${what} (ahead of the axle: negative)`,
  unknown,
  signed: true,
  ...more,
});
const height = (key: string, what: string, unknown: string, more: Partial<ReadingSpec> = {}): ReadingSpec => ({
  key,
  name: `${what}, height`,
  from: FLOOR,
  to: what,
  unknown,
  ...more,
});
const aside = (key: string, what: string, unknown: string, more: Partial<ReadingSpec> = {}): ReadingSpec => ({
  key,
  name: `${what}, from centreline`,
  from: MIDDLE,
  to: what,
  unknown,
  ...more,
});

const box = (x0: number, x1: number, y0: number, y1: number, z0: number, z1: number): Shape => ({
  kind: 'box',
  centreMm: [(x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2],
  sizeMm: [Math.abs(x1 - x0), Math.abs(y1 - y0), Math.abs(z1 - z0)],
});

/** A slab between two lines across the car, `thickMm` thick along `out`. */
function slab(
  front: readonly [x: number, z: number],
  rear: readonly [x: number, z: number],
  half: number,
  out: readonly [number, number],
  thickMm: number,
): Shape {
  const verticesMm: [number, number, number][] = [];
  for (const [x, z] of [front, rear])
    for (const y of [-half, half]) for (const t of [0, thickMm]) verticesMm.push([x + out[0] * t, y, z + out[1] * t]);
  return { kind: 'hull', verticesMm };
}

const bar = (from: Vec3, to: Vec3, diameterMm: number): Shape => ({
  kind: 'cylinder',
  fromMm: [...from],
  toMm: [...to],
  radiusMm: diameterMm / 2,
});

type Of = (key: string) => number;

/** A body with flat sides, six readings, on one side of the car or the other. */
function lump(
  key: string,
  name: string,
  role: ObstacleRole,
  station: Station,
  side: 1 | -1,
  why: string,
  more: Partial<Template> = {},
): Template {
  return {
    key,
    name,
    role,
    station,
    why,
    readings: [
      ahead('front', 'its front', 'forward limit'),
      ahead('rear', 'its back', 'rear limit'),
      aside('inner', 'its inner face', 'distance to engine'),
      aside('outer', 'its outer face', 'width'),
      height('bottom', 'its underside', 'clearance below'),
      height('top', 'its top', 'clearance above'),
    ],
    shape: (mm: Of) => box(mm('rear'), mm('front'), side * mm('inner'), side * mm('outer'), mm('bottom'), mm('top')),
    ...more,
  };
}

/** A pipe, hose or wire between two clips: six readings. */
function line(
  key: string,
  name: string,
  role: ObstacleRole,
  station: Station,
  diameterMm: number,
  why: string,
): Template {
  return {
    key,
    name,
    role,
    station,
    why: `${why} Taken as ${diameterMm} mm thick and straight between its ends: measure each straight section separately.`,
    readings: [
      ahead('x1', 'first end', 'where it begins'),
      aside('y1', 'first end', 'where it begins', {
        signed: true,
        to: 'first end; the right side of the car is minus',
      }),
      height('z1', 'first end', 'where it begins'),
      ahead('x2', 'second end', 'where it ends'),
      aside('y2', 'second end', 'where it ends', {
        signed: true,
        to: 'second end (right of centreline: negative)',
      }),
      height('z2', 'second end', 'where it ends'),
    ],
    shape: (mm: Of) => bar([mm('x1'), mm('y1'), mm('z1')], [mm('x2'), mm('y2'), mm('z2')], diameterMm),
  };
}

const wing = (side: 1 | -1, word: string, station: Station): Template[] => [
  {
    key: `inner-wing-${word}`,
    name: `${word} inner wing`,
    role: 'inner wing',
    station,
    why: 'Limits engine width (intake, manifolds, alternator).',
    readings: [
      aside('front', 'its face at the front', 'the width at the front'),
      aside('rear', 'its face at the firewall', 'the width at the back'),
      ahead('from', 'where it begins', 'forward limit'),
      ahead('to', 'where it ends', 'rear limit'),
      height('bottom', 'its lower edge', 'clearance below'),
      height('top', 'its upper edge', 'clearance above'),
    ],
    shape: (mm: Of) => ({
      kind: 'hull',
      verticesMm: [
        [mm('from'), side * mm('front')],
        [mm('to'), side * mm('rear')],
      ].flatMap(([x, y]) =>
        [0, 20].flatMap((t) => [mm('bottom'), mm('top')].map((z): [number, number, number] => [x!, y! + side * t, z])),
      ),
    }),
  },
  lump(
    `strut-${word}`,
    `${word} strut tower`,
    'strut tower',
    station,
    side,
    'Structural (suspension load). Do not cut.',
  ),
  lump(
    `rail-${word}`,
    `${word} chassis rail`,
    'chassis rail',
    station,
    side,
    'Structural member. The engine must fit between the rails.',
  ),
];

/** Everything on the tape list, in walking order. */
export const TEMPLATES: readonly Template[] = [
  {
    key: 'bonnet',
    name: 'bonnet',
    role: 'bonnet',
    bay: 'before',
    station: 'Front',
    why: 'Limits engine height. Measure the lowest point of the underside with the bonnet closed on modelling clay.',
    readings: [
      height('frontHeight', 'underside at its front edge', 'height above front of engine', { once: true }),
      height('rearHeight', 'underside at its rear edge', 'the height over the back of the engine', { once: true }),
      ahead('front', 'its front edge', 'how far forward it covers'),
      behind('rear', 'its rear edge', 'how far back it covers'),
      aside('half', 'its side edge', 'covered width'),
    ],
    shape: (mm) => slab([mm('front'), mm('frontHeight')], [-mm('rear'), mm('rearHeight')], mm('half'), [0, 1], 25),
    comesOut: true,
  },
  {
    key: 'radiator',
    name: 'radiator pack',
    role: 'radiator pack',
    station: 'Front',
    why: 'Limits engine length at the front.',
    readings: [
      ahead('face', 'the face toward the engine', 'the length in front of the engine'),
      aside('half', 'its side tank', 'width'),
      height('bottom', 'its lower edge', 'clearance below'),
      height('top', 'its upper edge', 'clearance above'),
    ],
    shape: (mm) => box(mm('face'), mm('face') + 70, -mm('half'), mm('half'), mm('bottom'), mm('top')),
    comesOut: true,
  },
  {
    key: 'fan',
    name: 'radiator fan',
    role: 'fan',
    station: 'Front',
    why: 'A rotating fan needs a larger clearance.',
    readings: [
      ahead('face', 'its rearmost blade or motor', 'the length in front of the pulley'),
      height('centre', 'its middle', 'fan axis'),
      {
        key: 'diameter',
        name: 'across the blades',
        from: 'blade tip',
        to: 'opposite tip',
        unknown: 'fan diameter (swept area)',
      },
    ],
    shape: (mm) => bar([mm('face'), 0, mm('centre')], [mm('face') + 45, 0, mm('centre')], mm('diameter')),
    comesOut: true,
  },
  ...wing(1, 'left', 'Left wing'),
  lump('battery', 'battery tray', 'battery tray', 'Left wing', 1, 'Can be relocated. Measure its current position.'),
  {
    key: 'firewall-behind',
    name: 'firewall in front of the engine',
    role: 'firewall',
    bay: 'behind',
    station: 'Firewall',
    why: 'The pulley end, or one side of a transverse engine, is limited here. Measure where the face is farthest back.',
    readings: [
      behind('topBehind', 'its upper edge', 'the room before the head', { once: true }),
      behind('bottomBehind', 'its lower edge', 'the room before the sump', { once: true }),
      height('top', 'its upper edge', 'upper edge'),
      height('bottom', 'its lower edge', 'where the floor begins'),
      aside('half', 'its side edge', 'width'),
    ],
    shape: (mm) => slab([-mm('topBehind'), mm('top')], [-mm('bottomBehind'), mm('bottom')], mm('half'), [1, 0], 40),
  },
  {
    key: 'cover-behind',
    name: 'engine cover',
    role: 'bonnet',
    bay: 'behind',
    station: 'Firewall',
    why: 'The limit for a tall engine. Measure the underside at its lowest point, with the cover shut on clay or foil.',
    readings: [
      height('frontHeight', 'underside at its front edge', 'the height over the front of the bay', { once: true }),
      height('rearHeight', 'underside at its rear edge', 'the height over the back of the bay', { once: true }),
      behind('front', 'its front edge', 'how far forward it covers'),
      behind('rear', 'its rear edge', 'how far back it covers'),
      aside('half', 'its side edge', 'covered width'),
    ],
    shape: (mm) => slab([-mm('front'), mm('frontHeight')], [-mm('rear'), mm('rearHeight')], mm('half'), [0, 1], 25),
    comesOut: true,
  },
  {
    key: 'boot-behind',
    name: 'boot wall',
    role: 'boot wall',
    bay: 'behind',
    station: 'Firewall',
    why: 'How far back it may reach before luggage is given up.',
    readings: [
      behind('face', 'the face toward the engine', 'the length behind the engine'),
      height('bottom', 'its lower edge', 'clearance below'),
      height('top', 'its upper edge', 'clearance above'),
      aside('half', 'its side edge', 'width'),
    ],
    shape: (mm) => box(-mm('face') - 20, -mm('face'), -mm('half'), mm('half'), mm('bottom'), mm('top')),
  },
  {
    key: 'firewall',
    name: 'firewall',
    role: 'firewall',
    bay: 'before',
    station: 'Firewall',
    why: 'Limits rearward engine position. Measure the most forward point of the firewall.',
    readings: [
      behind('topBehind', 'its upper edge', 'clearance behind the cylinder head', { once: true }),
      behind('bottomBehind', 'its lower edge', 'clearance behind the bellhousing', { once: true }),
      height('top', 'its upper edge', 'upper edge'),
      height('bottom', 'its lower edge', 'front edge of the tunnel'),
      aside('half', 'its side edge', 'width'),
    ],
    shape: (mm) => slab([-mm('topBehind'), mm('top')], [-mm('bottomBehind'), mm('bottom')], mm('half'), [-1, 0], 40),
  },
  {
    key: 'heater',
    name: 'heater box',
    role: 'heater box',
    station: 'Firewall',
    why: 'Often projects into the bay; can usually be replaced.',
    readings: [
      behind('front', 'its front face', 'clearance in front of it'),
      aside('left', 'its left edge', 'its width', { signed: true, to: 'its left edge; right of the middle is minus' }),
      aside('right', 'its right edge', 'its width', {
        signed: true,
        to: 'its right edge; right of the middle is minus',
      }),
      height('bottom', 'its underside', 'clearance below'),
      height('top', 'its top', 'clearance above'),
    ],
    shape: (mm) => box(-mm('front') - 90, -mm('front'), mm('right'), mm('left'), mm('bottom'), mm('top')),
  },
  {
    key: 'servo',
    name: 'brake servo',
    role: 'brake servo',
    station: 'Firewall',
    why: 'Brake servo: limits intake space; also needs engine vacuum.',
    readings: [
      behind('front', 'the front of the master cylinder', 'forward limit'),
      behind('rear', 'its flange', 'mounting face'),
      aside('side', 'its middle', 'left or right', {
        signed: true,
        to: 'its middle; the right side of the car is minus',
      }),
      height('centre', 'its middle', 'its height'),
      { key: 'diameter', name: 'servo diameter', from: 'one side', to: 'the other', unknown: 'diameter' },
    ],
    shape: (mm) =>
      bar([-mm('rear'), mm('side'), mm('centre')], [-mm('front'), mm('side'), mm('centre')], mm('diameter')),
  },
  line('brake-line', 'brake line', 'brake line', 'Firewall', 6, 'Keep away from heat (fire or brake failure risk).'),
  line('fuel-line', 'fuel line', 'fuel line', 'Firewall', 8, 'Fuel near heat burns.'),
  line('hose', 'hose', 'hose', 'Firewall', 20, 'Heat sensitive.'),
  line('loom', 'loom', 'loom', 'Firewall', 30, 'Sensitive to heat and sharp edges.'),
  line('cable', 'throttle or clutch cable', 'cable', 'Firewall', 10, 'Keep the minimum bend radius.'),
  ...wing(-1, 'right', 'Right wing'),
  {
    key: 'crossmember-behind',
    name: 'rear crossmember',
    role: 'crossmember',
    bay: 'behind',
    station: 'Underneath',
    why: 'Sump and gearbox have to clear it.',
    readings: [
      height('top', 'its upper face', 'ground clearance of the sump'),
      height('bottom', 'its lower face', 'how deep it is'),
      behind('front', 'its front edge', 'what is before it'),
      behind('rear', 'its rear edge', 'what is behind it'),
      aside('half', 'its end', 'width'),
    ],
    shape: (mm) => box(-mm('rear'), -mm('front'), -mm('half'), mm('half'), mm('bottom'), mm('top')),
  },
  {
    key: 'crossmember',
    name: 'front crossmember',
    role: 'crossmember',
    bay: 'before',
    station: 'Underneath',
    why: 'Decides between front-bowl and rear-bowl sump.',
    readings: [
      height('top', 'its upper face', 'ground clearance of the sump'),
      height('bottom', 'its lower face', 'how deep it is'),
      ahead('front', 'its front edge', 'limit for front sump bowl'),
      ahead('rear', 'its rear edge', 'limit for rear sump bowl'),
      aside('half', 'its end', 'width'),
    ],
    shape: (mm) => box(mm('rear'), mm('front'), -mm('half'), mm('half'), mm('bottom'), mm('top')),
  },
  {
    ...lump(
      'steering-box',
      'steering box',
      'steering box',
      'Underneath',
      1,
      'Do not cut. Normally on the driver’s side.',
    ),
    readings: lump('', '', 'steering box', 'Underneath', 1, '').readings.map((r) =>
      r.key === 'inner' || r.key === 'outer'
        ? { ...r, signed: true, to: `${r.to}; the right side of the car is minus` }
        : r,
    ),
  },
  line(
    'steering-shaft',
    'steering column shaft',
    'steering shaft',
    'Underneath',
    22,
    'Check clearance to exhaust and throttle. Do not cut.',
  ),
  {
    key: 'steering-rack',
    name: 'steering rack',
    role: 'steering rack',
    station: 'Underneath',
    why: 'Check clearance to sump and crank pulley. Do not cut.',
    readings: [
      ahead('x', 'its middle', 'position relative to front or rear sump bowl'),
      height('z', 'its middle', 'ground clearance of the sump'),
      { key: 'diameter', name: 'across the tube', from: 'one side', to: 'the other', unknown: 'how thick it is' },
      aside('half', 'the end of its tube', 'width'),
    ],
    shape: (mm) => bar([mm('x'), -mm('half'), mm('z')], [mm('x'), mm('half'), mm('z')], mm('diameter')),
  },
  {
    key: 'track-rod',
    name: 'track rod',
    role: 'track rod',
    station: 'Underneath',
    why: 'Moves with the steering. Measure at full lock left and right; use the closest position.',
    readings: [
      behind('x', 'centre, closest position', 'space for a rear-bowl sump'),
      height('z', 'its middle', 'ground clearance of the sump'),
      { key: 'diameter', name: 'across the rod', from: 'one side', to: 'the other', unknown: 'how thick it is' },
      aside('half', 'its end', 'width of swept path'),
    ],
    shape: (mm) => bar([-mm('x'), -mm('half'), mm('z')], [-mm('x'), mm('half'), mm('z')], mm('diameter')),
  },
  {
    key: 'ground',
    name: 'ground line',
    role: 'ground line',
    station: 'Underneath',
    why: 'Minimum ground clearance at normal ride height.',
    readings: [
      height('clearance', 'lowest permitted sump height', 'required ground clearance'),
      aside('half', 'half the track', 'width considered'),
    ],
    shape: (mm) => box(-1800, 900, -mm('half'), mm('half'), -60, mm('clearance')),
  },
  {
    key: 'tunnel-roof',
    name: 'tunnel roof',
    role: 'tunnel',
    station: 'Inside',
    why: 'Check clearance to bellhousing, gearbox and shifter.',
    readings: [
      height('frontHeight', 'tunnel roof, underside, front end', 'the height over the bellhousing', { once: true }),
      height('rearHeight', 'underside of its roof at the shifter', 'the height over the gearbox', { once: true }),
      behind('front', 'its mouth', 'where it begins'),
      behind('rear', 'shifter opening', 'measuring position'),
      aside('half', 'inside of its wall', 'width'),
    ],
    shape: (mm) => slab([-mm('front'), mm('frontHeight')], [-mm('rear'), mm('rearHeight')], mm('half'), [0, 1], 6),
  },
  ...([1, -1] as const).map((side): Template => {
    const word = side === 1 ? 'left' : 'right';
    return {
      key: `tunnel-${word}`,
      name: `${word} tunnel wall`,
      role: 'tunnel',
      station: 'Inside',
      why: 'Check clearance to gearbox and starter motor.',
      readings: [
        aside('front', 'inside of the wall at the mouth', 'the width at the bellhousing', { once: true }),
        aside('rear', 'inside of the wall at the shifter', 'the width at the gearbox', { once: true }),
        behind('from', 'its mouth', 'where it begins'),
        behind('to', 'shifter opening', 'measuring position'),
        height('bottom', 'its lower edge', 'where the floor begins'),
        height('top', 'its upper edge', 'upper edge'),
      ],
      shape: (mm) => ({
        kind: 'hull',
        verticesMm: [
          [-mm('from'), side * mm('front')],
          [-mm('to'), side * mm('rear')],
        ].flatMap(([x, y]) =>
          [0, 6].flatMap((t) => [mm('bottom'), mm('top')].map((z): [number, number, number] => [x!, y! + side * t, z])),
        ),
      }),
    };
  }),
  ...([1, -1] as const).map((side): Template => {
    const word = side === 1 ? 'left' : 'right';
    return lump(
      `floor-${word}`,
      `${word} floor`,
      'floor',
      'Inside',
      side,
      'Gearbox crossmember and exhaust run below.',
    );
  }),
  {
    ...lump('other', 'other obstacle', 'inner wing', 'Left wing', 1, 'Any other obstacle: enter name and type.'),
    readings: lump('', '', 'inner wing', 'Left wing', 1, '').readings.map((r) =>
      r.key === 'inner' || r.key === 'outer'
        ? {
            ...r,
            name: r.key === 'inner' ? 'one side, from centreline' : 'other side, from centreline',
            to: 'that side; the right side of the car is minus',
            signed: true,
          }
        : r,
    ),
  },
];

/** What a car has of it: a bay behind the seats has a firewall in front of the engine, and a cover in place of the bonnet. */
export function templatesOf(chassis: Chassis): readonly Template[] {
  const bay = layoutOf(chassis, {}).engineSits === 'front' ? 'before' : 'behind';
  return TEMPLATES.filter((t) => t.bay === undefined || t.bay === bay);
}

export const templateOf = (key: string): Template | undefined => TEMPLATES.find((t) => t.key === key);
