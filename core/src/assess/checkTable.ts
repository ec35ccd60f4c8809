import type { CheckId } from '../model/index.ts';

/**
 * What a check rests on. Addresses are those of the data with `*` for an id or a place in a list, and `[]` for a whole list.
 * `required`: missing, it is unknown and says so. `estimable`: missing, a typical figure or a worse case stands in its place, and
 * never makes it better. `raisedBy`: without it the question is not asked.
 */
export interface CheckEntry {
  /** The question, as one would ask it. */
  readonly asks: string;
  readonly required: readonly string[];
  readonly estimable: readonly string[];
  readonly raisedBy: readonly string[];
  /** Where its formula comes from. */
  readonly formula: string;
  /** The limit, and where that comes from. */
  readonly limit: string;
}

const CURVE = ['/engines/*/curves[]'];
/** How the car is laid out: it decides which lines of drive there are. */
const LAYOUT = ['/chassis/engineSits', '/chassis/gearboxSits', '/chassis/drivenBy', '/gearboxes/*/finalDriveInside'];
/** Where half shafts begin and end, how far the wheel moves them, and how long they may be. */
const HALF_SHAFTS = [
  '/chassis/hubs',
  '/chassis/hubs/bumpUpMm',
  '/chassis/hubs/droopDownMm',
  '/gearboxes/*/halfShaftsMm',
  '/chassis/halfShaft',
  '/chassis/halfShaft/rightFullyInMm',
  '/chassis/halfShaft/rightFullyOutMm',
];
/** What asks more of a driveline than driving alone: the nose of a trailer on the brief’s hill, low range. */
const HARDER = ['/brief/hill', '/chassis/transferLow'];
/** The curve’s own doubt, and what the dressing does to it. */
const CURVE_EST = [
  '/engines/*/curves/*/plusMinusPct',
  '/engines/*/slots[]',
  '/engines/*/slots/*/options/*/powerFactor',
  '/engines/*/curves/*/lossPct',
  '/engines/*/curves/*/through',
  // How much of another standard's air a diesel feels.
  '/engines/*/fuel',
  '/engines/*/induction',
];
/** What the change of mass rests on. */
const CHANGE = ['/chassis/lumps[]', '/engines/*/massRecords[]', '/gearboxes/*/massKg'];
const CHANGE_EST = [
  '/engines/*/needs',
  '/engines/*/oilL',
  '/engines/*/coolantL',
  '/engines/*/ancillaryMasses[]',
  '/gearboxes/*/oilL',
  '/parts/*/massKg',
  '/chassis/tyres[]',
  '/chassis/tyres/*/massKgEach',
  '/chassis/originalGearboxId',
];
/** Axle loads: the weighed car and where everything sits. */
const AXLES = [
  ...CHANGE,
  '/chassis/weighing/frontKg',
  '/chassis/weighing/rearKg',
  '/chassis/wheelbaseMm',
  '/engines/*/comMm',
  '/gearboxes/*/comMm',
];
const AXLES_EST = [...CHANGE_EST, '/parts/*/atMm', '/parts/*/shifts'];
/** What bought brakes add below the springs. */
const UNSPRUNG = [
  '/chassis/brakes',
  '/chassis/brakes/front',
  '/chassis/brakes/front/massKg',
  '/parts/*/brakes',
  '/parts/*/brakes/front',
];
/** The centre of mass in all three directions. */
const COM = ['/chassis/weighing/comYMm', '/chassis/weighing/comZMm'];
/** With driver and half a tank. */
const DRIVEN = [...AXLES, '/chassis/tankL', '/chassis/weighing/fuelL'];
const TRAIN = ['/chassis/axleEfficiency', '/gearboxes/*/efficiencyDirect', '/gearboxes/*/efficiencyOther'];
const GEARS = [...TRAIN, '/engines/*/redlineRpm'];
const ROAD = ['/chassis/dragAreaM2', '/chassis/rollingCoefficient'];
const GRIP = [...COM, '/chassis/tyres/*/dryGrip'];
/** Without what grip rests on the engine is taken to set the load: a margin can only be less then, or unknown. */
const GRIP_EST = [...DRIVEN, ...GRIP, ...AXLES_EST, ...CURVE_EST];
/** A joint that is not known to close stands on the bill with a guess of its kind. */
const OPEN_JOINTS = [
  '/chassis/brakes',
  '/chassis/brakes/pedal',
  '/chassis/originalGearboxId',
  '/chassis/ports[]',
  '/engines/*/ports[]',
  '/gearboxes/*/ports[]',
  '/engines/*/family',
  '/parts/*/closes[]',
  '/parts/*/closes/*/toA',
  '/parts/*/closes/*/toB',
  '/parts/*/provides[]',
];
const TOP_SPEED = [...CURVE, ...GEARS, ...DRIVEN, ...ROAD];

/** What hangs on the mounts, and where they hold it. */
const HUNG = [
  '/candidates/*/mounts',
  '/candidates/*/mounts[]',
  '/candidates/*/mounts/*/element',
  '/candidates/*/mounts/*/padId',
  '/chassis/pads[]',
  '/engines/*/massRecords[]',
  '/engines/*/comMm',
  '/gearboxes/*/massKg',
  '/gearboxes/*/comMm',
];
const HUNG_EST = [
  '/engines/*/needs',
  '/engines/*/oilL',
  '/engines/*/coolantL',
  '/engines/*/ancillaryMasses[]',
  '/engines/*/slots[]',
  '/gearboxes/*/oilL',
  '/parts/*/massKg',
  '/parts/*/atMm',
  '/parts/*/shifts',
  '/candidates/*/mounts/*/element/freeTravelMm',
  '/candidates/*/mounts/*/element/stiffness',
  '/candidates/*/mounts/*/element/bush',
  '/candidates/*/mounts/*/element/block',
  '/candidates/*/mounts/*/bossId',
  '/candidates/*/mounts/*/atMm',
  '/candidates/*/mounts/*/turnDeg',
  '/candidates/*/mounts/*/link',
  '/engines/*/slots/*/options/*/solids[]',
];
/** A mount is a line of the bill, but for one that comes with a kit. */
const MOUNT_LINES = [
  '/candidates/*/mounts',
  '/candidates/*/mounts[]',
  '/candidates/*/mounts/*/partId',
  '/candidates/*/mounts/*/bracket',
];
/** Lines that are there or not by these: a guess of its kind for a joint, a new map for what breathes otherwise. */
const BILL_EST = [
  ...OPEN_JOINTS,
  '/chassis/axleRatios[]',
  '/chassis/tyres[]',
  '/engines/*/slots[]',
  '/engines/*/slots/*/options/*/powerFactor',
];
/** What drives it against its mounts. */
/** How the driven wheels share their load: it decides what a differential passes. */
const WHEELS = [
  '/chassis/trackFrontMm',
  '/chassis/trackRearMm',
  '/chassis/differentials',
  '/chassis/differentials[]',
  '/chassis/differentials/*/biasRatio',
];
/** How all-wheel drive shares its torque. */
const CENTRE = ['/chassis/rearTorqueShare', '/chassis/centre', '/chassis/centreBiasRatio'];
const DRIVES = [...CENTRE, ...CURVE, ...CURVE_EST, ...GRIP_EST, '/gearboxes/*/reverseRatio', '/chassis/tyres[]'];
/** How far it moves, which each gap counts: typical of its mounts where it can’t be told. */
const MOVED = [...HUNG, ...HUNG_EST, ...DRIVES];

/** Pins that nobody has entered are not there to be wired; what is said of one decides what it can be joined to. */
const PINS = [
  '/gearboxes/*/plugs',
  '/gearboxes/*/plugs[]',
  '/parts/*/plugs',
  '/parts/*/plugs[]',
  ...['/engines', '/gearboxes', '/parts'].flatMap((of) => [
    `${of}/*/plugs/*/pins[]`,
    `${of}/*/plugs/*/pins/*/function`,
    `${of}/*/plugs/*/pins/*/pulsesPerRev`,
  ]),
  '/chassis/plugs/*/pins[]',
  '/chassis/plugs/*/pins/*/function',
  '/chassis/plugs/*/pins/*/pulsesPerRev',
];
/** Which consumers a car has. */
const DRAWN = ['/engines/*/fuel', '/parts/*/cooling', '/chassis/electrics', '/chassis/electrics/batteryAh'];

/** What moves the level of an engine beside its own. */
const QUIETENED = [
  '/engines/*/curves[]',
  '/engines/*/slots[]',
  '/parts/*/noiseDeltaDb',
  '/engines/*/slots/*/options/*/noiseDeltaDb',
];

/** Every check: what it needs, where its formula and its limit come from. The table in the docs is written from it. */
export const CHECK_TABLE: Readonly<Record<CheckId, CheckEntry>> = {
  'gate-noise': {
    asks: 'Is it quiet enough for the rule of the brief?',
    required: ['/engines/*/noise'],
    estimable: QUIETENED,
    raisedBy: ['/brief/noise'],
    formula: '−6 dB for twice the distance outdoors, 10·log10 of the power ratio, changes of silencer and intake added',
    limit: 'brief',
  },
  'gate-noise-later': {
    asks: 'Is it quiet enough for the future limit?',
    required: ['/engines/*/noise'],
    estimable: QUIETENED,
    raisedBy: ['/brief/noise', '/brief/noise/laterLimitDb'],
    formula: 'as for today’s',
    limit: 'brief',
  },
  'gate-circuit-noise': {
    asks: 'Is it quiet enough for the circuit?',
    required: ['/engines/*/noise'],
    estimable: QUIETENED,
    raisedBy: ['/brief/circuitNoise', '/brief/circuitNoise/rpm'],
    formula:
      'as on the road; brought to the rule’s engine speed by 50·log10 for petrol, 30·log10 for diesel (Priede, 1971), ± 3 dB',
    limit: 'brief',
  },
  'gate-circuit-noise-later': {
    asks: 'Is the noise level within the limit?',
    required: ['/engines/*/noise'],
    estimable: QUIETENED,
    raisedBy: ['/brief/circuitNoise', '/brief/circuitNoise/rpm', '/brief/circuitNoise/laterLimitDb'],
    formula: 'as for today’s',
    limit: 'brief',
  },
  'gate-displacement': {
    asks: 'Does the class allow its displacement?',
    required: ['/engines/*/boreMm', '/engines/*/strokeMm', '/engines/*/cylinders'],
    estimable: [],
    raisedBy: ['/brief/caps', '/brief/caps/displacementL'],
    formula: 'π/4·bore²·stroke·cylinders',
    limit: 'brief',
  },
  'gate-power': {
    asks: 'Does the class allow its power?',
    required: ['/engines/*/curves[]'],
    estimable: ['/engines/*/curves/*/plusMinusPct'],
    raisedBy: ['/brief/caps', '/brief/caps/powerKw', '/candidates/*/heldBackKw'],
    formula: 'peak of the curve in use; a limit by agreement only is never clear',
    limit: 'brief',
  },
  'gate-mass': {
    asks: 'Does the mass meet the class limit?',
    required: ['/chassis/weighing/frontKg', '/chassis/weighing/rearKg'],
    estimable: [],
    raisedBy: ['/brief/caps', '/brief/caps/leastMassKg'],
    formula: 'mass of the car after the swap, without driver',
    limit: 'brief',
  },
  'gate-wheel-power': {
    asks: 'Does enough power reach the wheels?',
    required: ['/engines/*/curves[]', '/gearboxes/*/efficiencyDirect', '/gearboxes/*/efficiencyOther'],
    estimable: ['/gearboxes/*/ratios[]', '/engines/*/curves/*/plusMinusPct'],
    raisedBy: ['/brief/wheelPower', '/brief/wheelPower/speedKph'],
    formula: 'P·η in the best gear at this speed',
    limit: 'brief',
  },
  'gate-wheel': {
    asks: 'Is the wheel within what the brief allows?',
    required: [],
    estimable: [],
    raisedBy: ['/brief/largestWheelIn'],
    formula: 'rim of the tyre code, ISO 4000-1',
    limit: 'brief',
  },
  'injector-duty-now': {
    asks: 'Do the injectors feed the present target?',
    required: [],
    estimable: ['/engines/*/induction'],
    raisedBy: ['/brief/now/powerKw', '/engines/*/injectors'],
    formula: 'P·BSFC/(density·count) over flow·√(rail/reference)',
    limit: '85 %, trade',
  },
  'injector-duty-later': {
    asks: 'Do they feed the later target?',
    required: [],
    estimable: ['/engines/*/induction'],
    raisedBy: ['/brief/later/powerKw', '/engines/*/injectors'],
    formula: 'as for the present target',
    limit: '85 %, trade; never worse than tight where known',
  },
  'bottom-end': {
    asks: 'Is the short block rated for its torque?',
    required: CURVE,
    estimable: CURVE_EST,
    raisedBy: ['/engines/*/limits', '/engines/*/limits[]'],
    formula: 'peak torque over the weakest known limit',
    limit: '100 %, by the record of the limit',
  },
  knock: {
    asks: 'Is the octane number sufficient for compression and boost?',
    required: [
      '/engines/*/fuel',
      '/engines/*/induction',
      '/engines/*/boost',
      '/engines/*/compressionRatio',
      '/engines/*/slots/*/options/*/powerFactor',
    ],
    estimable: ['/engines/*/octaneRon', '/engines/*/slots[]'],
    raisedBy: [],
    formula: 'the manufacturer’s octane number; else effective compression ε·√(pressure ratio)',
    limit: 'the manufacturer’s; else 10.0 at 91 RON and 0.25 for each RON, 1.0 more with direct injection, trade',
  },
  'fit-margin': {
    asks: 'Has everything the gap it needs?',
    required: [
      '/chassis/obstacles[]',
      '/engines/*/solids[]',
      '/engines/*/slots[]',
      '/engines/*/slots/*/options/*/solids[]',
      '/gearboxes/*/solids[]',
    ],
    estimable: ['/parts/*/shifts', ...MOVED],
    raisedBy: ['/chassis/torqueTube'],
    formula: 'exact distance of convex solids',
    limit: 'gap by role, movement of the mounts and tolerances',
  },
  'fit-touched': {
    asks: 'How many obstacles are in the way?',
    required: [
      '/chassis/obstacles[]',
      '/engines/*/solids[]',
      '/engines/*/slots[]',
      '/engines/*/slots/*/options/*/solids[]',
      '/gearboxes/*/solids[]',
    ],
    estimable: MOVED,
    raisedBy: ['/chassis/torqueTube'],
    formula: 'exact distance of convex solids',
    limit: 'none',
  },
  'fit-shifter': {
    asks: 'Does the shift lever fit the opening?',
    required: ['/chassis/shifterAperture', '/gearboxes/*/shifterMm', '/chassis/obstacles[]'],
    estimable: ['/chassis/shifterAperture/plusMinusMm', '/parts/*/shifts', ...MOVED],
    raisedBy: ['/gearboxes/*/shiftedBy', ...LAYOUT],
    formula: 'place of the lever against the edges of the aperture',
    limit: 'inside, by what the mounts let it move',
  },
  'fit-shaft': {
    asks: 'Do the joints of its shafts work in their range?',
    required: [
      '/chassis/pinion',
      '/chassis/frontPinion',
      '/gearboxes/*/outputMm',
      '/gearboxes/*/frontOutputMm',
      '/chassis/hubs',
      '/gearboxes/*/halfShaftsMm',
      '/chassis/axleSprocketMm',
      '/gearboxes/*/sprocketMm',
      '/chassis/torqueTube',
      '/chassis/obstacles[]',
    ],
    estimable: ['/parts/*/shifts', '/chassis/gearboxAt'],
    raisedBy: LAYOUT,
    formula: 'angle between axes in space, SAE J901; sprocket offset over centre distance',
    limit: '0.5 to 3° and alike within 1°, half shafts 7° at rest, torque tube and chain 0.5°, trade',
  },
  'fit-plunge': {
    asks: 'Do the half shafts reach, and do they not bind?',
    required: [...HALF_SHAFTS, '/parts/*/halfShaft', '/chassis/obstacles[]'],
    estimable: ['/parts/*/shifts', ...MOVED],
    raisedBy: [...LAYOUT, '/chassis/torqueTube'],
    formula: 'span between joint centres in every pair of bump, static, droop and engine movement',
    limit: 'inside fully in and fully out by 3 mm at each end, trade',
  },
  'fit-joint': {
    asks: 'Do the joints of the half shafts bend as far as they must?',
    required: [
      ...HALF_SHAFTS,
      '/chassis/halfShaft/jointLimitDeg',
      '/parts/*/halfShaft/jointLimitDeg',
      '/parts/*/halfShaft',
      '/chassis/obstacles[]',
    ],
    estimable: ['/parts/*/shifts', ...MOVED],
    raisedBy: [...LAYOUT, '/chassis/torqueTube'],
    formula: 'angle of the shaft to the axle line in every pair of bump, static, droop and engine movement',
    limit: 'permitted joint angle, manufacturer',
  },
  'fit-ground': {
    asks: 'Does it clear the ground at full bump?',
    required: [
      '/chassis/springs',
      '/chassis/springs/front/bumpMm',
      '/chassis/springs/rear/bumpMm',
      '/chassis/wheelbaseMm',
      '/engines/*/solids[]',
      '/gearboxes/*/solids[]',
      '/chassis/obstacles[]',
    ],
    estimable: ['/engines/*/slots[]', '/engines/*/slots/*/options/*/solids[]', ...MOVED],
    raisedBy: ['/chassis/torqueTube'],
    formula: 'lowest corner, less the travel to the stops at its place along the car and the sinking of the mounts',
    limit: '0: metal does not touch',
  },
  'fit-reach': {
    asks: 'Do its mounts reach the car?',
    required: ['/chassis/pads[]', '/engines/*/bosses[]', '/gearboxes/*/mountMm', '/chassis/obstacles[]'],
    estimable: [],
    raisedBy: [],
    formula: 'distance from chassis mount to the nearest boss',
    limit: '250 mm, trade',
  },
  'mounts-held': {
    asks: 'Do the mounts hold engine and gearbox, and about which axis are they softest?',
    required: [...HUNG],
    estimable: HUNG_EST,
    raisedBy: ['/chassis/torqueTube'],
    formula: 'greatest eigenvalue of the turning block of K⁻¹; K = ΣTᵀkT',
    limit: 'every motion held; 5 % of the weight on a link, trade',
  },
  'mounts-load': {
    asks: 'Is every mount rated for its maximum load?',
    required: [...HUNG, ...CURVE, '/candidates/*/mounts/*/element/ratingN'],
    estimable: [...HUNG_EST, ...DRIVES.filter((d) => !CURVE.includes(d))],
    raisedBy: ['/chassis/torqueTube'],
    formula: 'at rest under weight, drive torque, 1 g braking and cornering, 3 g bump; stops ten times as stiff',
    limit: 'rating of the mount',
  },
  'mounts-moves': {
    asks: 'How far does it move?',
    required: [...HUNG],
    estimable: [...HUNG_EST, ...DRIVES],
    raisedBy: ['/chassis/torqueTube'],
    formula: 'displacement of the load case less that of weight alone',
    limit: 'shown; each gap counts it at its own place',
  },
  'mounts-idle': {
    asks: 'Do the mounts keep the shake of idle from the car?',
    required: [...HUNG, '/engines/*/solids[]', '/gearboxes/*/solids[]', '/engines/*/idleRpm', '/engines/*/cylinders'],
    estimable: HUNG_EST,
    raisedBy: ['/chassis/torqueTube'],
    formula: '√((1 + (2ζr)²)/((1 − r²)² + (2ζr)²)), r firing over the motion’s own frequency; K·φ = ω²M·φ',
    limit: '100 %: more is passed on than kept back; never worse than tight',
  },
  'mounts-cruise': {
    asks: 'Do they at cruise?',
    required: [...HUNG, '/engines/*/solids[]', '/gearboxes/*/solids[]', '/engines/*/cylinders'],
    estimable: HUNG_EST,
    raisedBy: ['/brief/cruise', '/chassis/torqueTube'],
    formula: 'as at idle',
    limit: '100 %',
  },
  'mounts-bolts': {
    asks: 'Does every mount bolt hold, and none bottom?',
    required: [
      '/engines/*/bosses[]',
      '/engines/*/bosses/*/material',
      '/engines/*/bosses/*/threadDepthMm',
      '/gearboxes/*/mountBoss',
      '/gearboxes/*/mountBoss/material',
      '/gearboxes/*/mountBoss/threadDepthMm',
      '/candidates/*/mounts/*/bossId',
    ],
    estimable: [],
    raisedBy: ['/candidates/*/mounts/*/bolt', '/candidates/*/mounts', '/candidates/*/mounts[]', '/chassis/torqueTube'],
    formula: 'thread in: 1.0 d steel, 1.5 d cast iron, 2.0 d aluminium; length − stack against full thread − 1 pitch',
    limit: 'none, trade',
  },
  'mounts-brackets': {
    asks: 'Is every mount joined to its boss, and does its bracket carry the worst load?',
    required: [
      ...HUNG,
      ...CURVE,
      '/engines/*/bosses[]',
      '/gearboxes/*/mountMm',
      '/candidates/*/mounts/*/bossId',
      '/candidates/*/mounts/*/bracket',
    ],
    estimable: [
      ...HUNG_EST,
      ...DRIVES.filter((d) => !CURVE.includes(d)),
      '/candidates/*/mounts/*/bracket/tube',
      '/candidates/*/mounts/*/partId',
      ...CENTRE,
      '/chassis/transferLow',
    ],
    raisedBy: ['/candidates/*/mounts', '/candidates/*/mounts[]'],
    formula: 't = √(6·F·l·S/(b·R_e)), S 1.5 on the worst case, R_e 235 N/mm² steel, 125 welded 6082; tube √(σ² + 3τ²)',
    limit: 'yield over 1.5; deflection at most a tenth of its mount’s, trade',
  },
  'power-now': {
    asks: 'Does peak power meet the target?',
    required: CURVE,
    estimable: CURVE_EST,
    raisedBy: ['/brief/now/powerKw'],
    formula: 'peak of the monotone curve through the points',
    limit: 'brief',
  },
  'band-torque': {
    asks: 'Does torque in the rpm range meet the target?',
    required: CURVE,
    estimable: CURVE_EST,
    raisedBy: ['/brief/now/bandTorqueNm'],
    formula: 'maximum of the curve within the rpm range',
    limit: 'brief',
  },
  'band-power': {
    asks: 'What is the mean power in the rpm range?',
    required: CURVE,
    estimable: CURVE_EST,
    raisedBy: [],
    formula: 'mean of torque × speed over the rpm range',
    limit: 'none',
  },
  cruise: {
    asks: 'Is cruise rpm near its target?',
    required: [],
    estimable: [],
    raisedBy: ['/brief/cruise'],
    formula: 'speed·i·i_f/(2πr)',
    limit: 'brief',
  },
  hill: {
    asks: 'Does it start on the brief’s hill, trailer on?',
    required: [
      ...CURVE,
      ...DRIVEN,
      ...GRIP,
      ...GEARS,
      '/chassis/rollingCoefficient',
      '/chassis/tyres[]',
      '/engines/*/idleRpm',
    ],
    estimable: [
      ...WHEELS,
      ...AXLES_EST.filter((a) => a !== '/chassis/tyres[]'),
      ...CURVE_EST,
      ...CENTRE,
      '/chassis/transferLow',
    ],
    raisedBy: ['/brief/hill'],
    formula:
      'tractive force at launch, or of a converter at stall speed, or grip limit of the driven wheels with weight transfer; less rolling resistance and 0.5 m/s²',
    limit: 'brief',
  },
  'wheel-room': {
    asks: 'Have wheels and tyres room, and may they run so fast?',
    required: [
      ...TOP_SPEED,
      '/chassis/tyres[]',
      '/chassis/tyres/*/speedIndex',
      '/chassis/wheelRoom',
      '/chassis/tyres/*/wheel',
      '/parts/*/brakes',
      '/parts/*/brakes/leastRimIn',
    ],
    estimable: [],
    raisedBy: [],
    formula: 'ISO 4000-1 sizes against the measured room; speed symbols of UN R30',
    limit: 'measured room; the symbol',
  },
  'low-range': {
    asks: 'How slowly does it crawl in low range?',
    required: ['/engines/*/idleRpm'],
    estimable: [],
    raisedBy: ['/chassis/transferLow'],
    formula: 'idle speed in first through the low range',
    limit: 'none',
  },
  stall: {
    asks: 'Does the converter stall where the engine pulls?',
    required: [],
    estimable: [],
    raisedBy: [],
    formula: 'n = K·√T(n)',
    limit: 'speed of peak torque, trade',
  },
  'zero-to-100': {
    asks: 'How long from rest to 100 km/h?',
    required: [...TOP_SPEED, ...GRIP, '/chassis/tyres[]', '/engines/*/idleRpm'],
    estimable: [
      ...AXLES_EST.filter((a) => a !== '/chassis/tyres[]'),
      ...CURVE_EST,
      ...CENTRE,
      '/engines/*/inertiaKgM2',
      ...WHEELS,
    ],
    raisedBy: [],
    formula: 'run by Bogacki and Shampine 3(2) with clutch slip, grip and shifts',
    limit: 'none',
  },
  'gearbox-margin': {
    asks: 'Is the gearbox rated for the torque in every gear?',
    required: [...CURVE, ...GEARS, '/gearboxes/*/ratings[]', '/gearboxes/*/ratings/*/torqueNm'],
    estimable: [...GRIP_EST, '/gearboxes/*/ratings/*/gear'],
    raisedBy: [],
    formula: 'least of engine × service factor and what the tyres hand back',
    limit: '1, service factors by use from the trade',
  },
  'clutch-margin': {
    asks: 'Does the clutch hold?',
    required: [...CURVE, '/gearboxes/*/clutch', '/parts/*/clutch'],
    estimable: CURVE_EST,
    raisedBy: [],
    formula: 'uniform wear, n·μ·F·(r_o + r_i)/2',
    limit: '1.25 of peak torque, trade',
  },
  'axle-margin': {
    asks: 'Is the axle rated for first gear?',
    required: [...CURVE, ...GEARS, '/chassis/axleRating', '/chassis/axleRating/pinionTorqueNm'],
    estimable: [...GRIP_EST, ...CENTRE],
    raisedBy: ['/gearboxes/*/finalDriveInside', ...HARDER],
    formula: 'torque behind the gearbox, by engine or tyres',
    limit: '1 of its rating',
  },
  'shaft-margin': {
    asks: 'Is each half shaft rated for first gear?',
    required: [...CURVE, ...GEARS, '/chassis/axleRating', '/chassis/axleRating/shaftTorqueNm'],
    estimable: [...GRIP_EST, ...CENTRE],
    raisedBy: HARDER,
    formula: 'its share by the differential of torque × final drive',
    limit: '1 of its rating',
  },
  'propshaft-speed': {
    asks: 'Does the propshaft stay below its critical speed?',
    required: [
      ...TOP_SPEED,
      '/chassis/propshaft',
      '/chassis/frontPropshaft',
      '/parts/*/propshaft',
      '/chassis/pinion',
      '/chassis/frontPinion',
      '/chassis/torqueTube',
      '/gearboxes/*/outputMm',
      '/gearboxes/*/frontOutputMm',
      '/chassis/obstacles[]',
    ],
    estimable: [...AXLES_EST, ...CURVE_EST],
    raisedBy: [],
    formula: 'first bending of a tube on two joints, π/2·√(EI/ρAL⁴)',
    limit: '70 % of it, trade',
  },
  'propshaft-margin': {
    asks: 'Is the propshaft rated for first gear?',
    required: [
      ...CURVE,
      ...GEARS,
      '/chassis/propshaft',
      '/chassis/propshaft/ratingNm',
      '/chassis/frontPropshaft',
      '/chassis/frontPropshaft/ratingNm',
      '/parts/*/propshaft',
      '/parts/*/propshaft/ratingNm',
    ],
    estimable: [...GRIP_EST, ...CENTRE],
    raisedBy: HARDER,
    formula: 'torque behind the gearbox, by engine or tyres',
    limit: '1 of its rating',
  },
  'mass-change': {
    asks: 'How much heavier does it become?',
    required: [...CHANGE, '/parts/*/massKg'],
    estimable: CHANGE_EST.filter((a) => a !== '/parts/*/massKg'),
    raisedBy: [],
    formula: 'records brought to installed; scatter in quadrature, GUM 5.1.2',
    limit: 'brief',
  },
  'mass-front': {
    asks: 'What share of the mass is on the front axle?',
    required: AXLES,
    estimable: AXLES_EST,
    raisedBy: [],
    formula: 'moments about the axles',
    limit: 'none',
  },
  'ride-front': {
    asks: 'Is the front ride height within its limit?',
    required: [...AXLES, ...COM, '/chassis/springs'],
    estimable: [...AXLES_EST, ...UNSPRUNG],
    raisedBy: [],
    formula: 'change of load over the wheel rate',
    limit: '15 mm, trade; never worse than tight',
  },
  'ride-rear': {
    asks: 'Is the rear ride height within its limit?',
    required: [...AXLES, ...COM, '/chassis/springs'],
    estimable: [...AXLES_EST, ...UNSPRUNG],
    raisedBy: [],
    formula: 'change of load over the wheel rate',
    limit: '15 mm, trade; never worse than tight',
  },
  'travel-front': {
    asks: 'Is bump travel left in front at full load?',
    required: [...AXLES, ...COM],
    estimable: [...AXLES_EST, '/chassis/tankL', '/chassis/weighing/fuelL', ...UNSPRUNG],
    raisedBy: ['/chassis/springs', '/chassis/springs/front/bumpMm', '/brief/hill'],
    formula: 'travel as weighed less the sag to full load',
    limit: '35 mm, trade',
  },
  'travel-rear': {
    asks: 'Is bump travel left at the rear at full load?',
    required: [...AXLES, ...COM],
    estimable: [...AXLES_EST, '/chassis/tankL', '/chassis/weighing/fuelL', ...UNSPRUNG],
    raisedBy: ['/chassis/springs', '/chassis/springs/rear/bumpMm', '/brief/hill'],
    formula: 'travel as weighed less the sag to full load',
    limit: '35 mm, trade',
  },
  'brake-bias': {
    asks: 'Does the front axle lock first?',
    required: [...AXLES, ...COM, '/chassis/brakeFrontPct'],
    estimable: AXLES_EST,
    raisedBy: [],
    formula: 'share of the front load at the deceleration, (b + h·a/g)/L',
    limit: '3 points below it, trade; a tester decides',
  },
  'brakes-stops': {
    asks: 'Do the brakes stay below their limit after repeated stops?',
    required: [...DRIVEN, ...COM, '/chassis/brakes', '/chassis/brakes/front', '/chassis/brakes/rear'],
    estimable: [
      ...AXLES_EST,
      '/chassis/brakeFrontPct',
      '/parts/*/brakes',
      '/parts/*/brakes/front',
      '/parts/*/brakes/linings',
    ],
    raisedBy: [],
    formula: 'heat of 15 slowings at {{3|accelMPerS2|0|}}, on the track of ten stops at 0.6 g, cooling between',
    limit: 'linings: 450 °C ordinary, 550 fast road, 700 track; after the fade test of the type-approval rules',
  },
  'brakes-descent': {
    asks: 'Do the brakes stay below their limit on the longest descent?',
    required: [...DRIVEN, ...COM, ...ROAD, '/chassis/brakes', '/chassis/brakes/rear'],
    estimable: [...AXLES_EST, '/brief/hill', '/parts/*/brakes', '/parts/*/brakes/front', '/parts/*/brakes/linings'],
    raisedBy: ['/brief/descent'],
    formula: 'steady power down the slope against cooling, without engine braking',
    limit: 'linings, as for stops',
  },
  'brake-pedal': {
    asks: 'Can a foot press hard enough?',
    required: [
      ...DRIVEN,
      ...COM,
      '/chassis/brakeFrontPct',
      '/chassis/brakes',
      '/chassis/brakes/front',
      '/chassis/brakes/front/pistonMm',
      '/chassis/brakes/front/effectiveRadiusMm',
      '/chassis/brakes/rear',
      '/chassis/brakes/pedal',
      '/parts/*/brakes/front/pistonMm',
      '/parts/*/brakes/front/effectiveRadiusMm',
    ],
    estimable: [...AXLES_EST, '/parts/*/brakes', '/parts/*/brakes/front'],
    raisedBy: ['/chassis/brakes/pedal'],
    formula: 'p = F·i·k/A, wheel torque 2·μ·p·A·r',
    limit: '500 N with servo, 700 N without, for 0.8 g; 500 N for 0.25 g with the servo failed; local code decides',
  },
  'brake-stroke': {
    asks: 'Does the master cylinder fill the brakes?',
    required: [
      ...DRIVEN,
      ...COM,
      '/chassis/brakes',
      '/chassis/brakes/rear',
      '/chassis/brakes/rear/cylinderMm',
      '/chassis/brakes/pedal',
      '/chassis/brakes/pedal/masterTravelMm',
      '/parts/*/brakes/front/pistonMm',
    ],
    estimable: [
      ...AXLES_EST,
      '/chassis/brakes/front',
      '/chassis/brakes/front/pistonMm',
      '/parts/*/brakes',
      '/parts/*/brakes/front',
    ],
    raisedBy: [],
    formula: 'volumes of both circuits over the area of the master cylinder',
    limit: 'the travel that the master cylinder has',
  },
  'tyre-load': {
    asks: 'Do the tyres carry it?',
    required: [...AXLES, ...COM, '/chassis/tyres/*/loadIndex', '/chassis/tyres[]'],
    estimable: [
      ...AXLES_EST.filter((a) => a !== '/chassis/tyres[]'),
      '/chassis/tankL',
      '/chassis/weighing/fuelL',
      '/brief/hill',
    ],
    raisedBy: [],
    formula: 'half of the heavier axle with driver, half a tank and the trailer’s nose',
    limit: 'load index, UN R30',
  },
  'cooling-now': {
    asks: 'Does it keep cool?',
    required: [
      ...CURVE,
      ...GEARS,
      ...DRIVEN,
      ...ROAD,
      '/chassis/radiator',
      '/parts/*/radiator',
      '/chassis/cooling',
      '/chassis/cooling/seal',
      '/chassis/cooling/fanM3PerH',
      '/brief/climb',
      '/brief/climb/speedKph',
      '/engines/*/induction',
      '/engines/*/fuel',
      '/engines/*/boost',
    ],
    estimable: [
      ...AXLES_EST,
      ...CURVE_EST,
      '/brief/hill',
      '/parts/*/cooling',
      '/parts/*/cooling/airSharePct',
      '/parts/*/cooling/fanM3PerH',
    ],
    raisedBy: [],
    formula: 'ε-NTU core, heat 0.30 (diesel 0.25) of the fuel, cores in front; Kays and London, Heywood 12.4',
    limit: 'heat rejected by the core at 105 °C less 5 K, or at the boiling point set by the cap',
  },
  'cooling-later': {
    asks: 'Will it keep cool at the later target?',
    required: [
      ...CURVE,
      ...GEARS,
      ...DRIVEN,
      ...ROAD,
      '/chassis/radiator',
      '/parts/*/radiator',
      '/chassis/cooling',
      '/chassis/cooling/seal',
      '/brief/climb',
      '/brief/climb/speedKph',
      '/engines/*/induction',
      '/engines/*/fuel',
      '/engines/*/boost',
    ],
    estimable: [
      ...AXLES_EST,
      ...CURVE_EST,
      '/brief/hill',
      '/parts/*/cooling',
      '/parts/*/cooling/airSharePct',
      '/parts/*/cooling/fanM3PerH',
    ],
    raisedBy: ['/brief/later/powerKw'],
    formula: 'as it is now',
    limit: 'as now; never worse than tight where known',
  },
  'power-to-weight': {
    asks: 'What power for each tonne?',
    required: [...CURVE, ...DRIVEN],
    estimable: [...CHANGE_EST, ...CURVE_EST],
    raisedBy: [],
    formula: 'peak power over the mass as it is driven',
    limit: 'none',
  },
  'open-joints': {
    asks: 'Does everything mate?',
    required: [
      '/chassis/brakes',
      '/chassis/brakes/pedal',
      '/chassis/originalGearboxId',
      '/chassis/ports[]',
      '/engines/*/ports[]',
      '/gearboxes/*/ports[]',
      '/parts/*/closes/*/toA',
      '/parts/*/closes/*/toB',
    ],
    estimable: ['/engines/*/family', '/parts/*/closes[]', '/parts/*/provides[]'],
    raisedBy: [],
    formula: 'faces compared field by field',
    limit: 'none open',
  },
  'open-pins': {
    asks: 'Is every pin connected, or unused on purpose?',
    required: ['/engines/*/plugs', '/engines/*/plugs[]', '/chassis/plugs', '/chassis/plugs[]'],
    estimable: PINS,
    raisedBy: [],
    formula: 'pins of both sides by function and signal, field by field',
    limit: 'none open',
  },
  'current-idle': {
    asks: 'Is the alternator output sufficient at idle?',
    required: ['/engines/*/alternatorAmps', '/parts/*/cooling/fanAmps'],
    estimable: DRAWN,
    raisedBy: [],
    formula: 'total of the currents by their share of the time; an alternator delivers 45 % of its rating at idle',
    limit: 'the alternator',
  },
  'current-cruise': {
    asks: 'Is the alternator output sufficient at cruise?',
    required: ['/engines/*/alternatorAmps', '/parts/*/cooling/fanAmps'],
    estimable: DRAWN,
    raisedBy: [],
    formula: 'total of the currents by their share of the time',
    limit: 'the alternator',
  },
  budget: {
    asks: 'What will it cost?',
    required: [
      '/engines/*/price',
      '/gearboxes/*/price',
      '/parts/*/price',
      '/chassis/axleRatios/*/price',
      '/chassis/tyres/*/price',
      '/candidates/*/mounts/*/price',
    ],
    estimable: BILL_EST,
    raisedBy: MOUNT_LINES,
    formula:
      'PERT mean and variance of each line, prices of one class and all hours each with a common factor; Vose, ch. 17',
    limit: 'brief',
  },
  hours: {
    asks: 'How long will it take?',
    required: ['/parts/*/hours', '/candidates/*/mounts/*/hours'],
    estimable: BILL_EST,
    raisedBy: MOUNT_LINES,
    formula: 'PERT mean and variance of each line',
    limit: 'brief',
  },
};
