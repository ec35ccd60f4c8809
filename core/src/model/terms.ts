/** A term of the trade: what it means, in which unit it is given, and where the definition is from. */
export interface Term {
  readonly term: string;
  /** Other spellings that a text may hold. */
  readonly also?: readonly string[];
  readonly meaning: string;
  readonly unit?: string;
  readonly source: string;
}

const TRADE = 'trade use';

/** The glossary of the interface; standards by number, the rest as the trade uses it. */
export const TERMS: readonly Term[] = [
  {
    term: 'axle load',
    also: ['front axle load', 'rear axle load'],
    meaning: 'Mass carried by one axle.',
    unit: 'kg',
    source: TRADE,
  },
  { term: 'bare mass', meaning: 'Engine without ancillaries, dry.', unit: 'kg', source: 'basis of the record' },
  {
    term: 'bellhousing bolt pattern',
    also: ['bolt pattern'],
    meaning: 'Bolt positions, dowels and face of block and bellhousing.',
    source: 'SAE J617, ISO 7648 for standard housings',
  },
  { term: 'BMEP', meaning: 'Brake mean effective pressure.', unit: 'bar', source: 'ISO 2710-1' },
  {
    term: 'boost pressure',
    also: ['boost'],
    meaning: 'Charge pressure above ambient.',
    unit: 'bar gauge',
    source: TRADE,
  },
  {
    term: 'brake bias',
    also: ['front brake bias'],
    meaning: 'Share of the braking force on the front axle.',
    unit: '%',
    source: TRADE,
  },
  {
    term: 'BSFC',
    meaning: 'Brake specific fuel consumption: fuel per unit of work at the crankshaft.',
    unit: 'g/kWh',
    source: 'ISO 2710-1, SAE J1349',
  },
  {
    term: 'centre of mass',
    meaning: 'Point at which the mass of the car acts.',
    unit: 'mm, axes of ISO 8855',
    source: 'ISO 8855',
  },
  {
    term: 'clearance margin',
    meaning: 'Clearance less required clearance; negative fails.',
    unit: 'mm',
    source: TRADE,
  },
  {
    term: 'clutch safety factor',
    meaning: 'Torque capacity of the clutch divided by peak torque.',
    unit: '–',
    source: 'uniform wear theory',
  },
  { term: 'combined uncertainty', meaning: 'Root sum of squares of the contributions.', source: 'JCGM 100, 5.1.2' },
  {
    term: 'compression ratio',
    also: ['effective compression ratio', 'static compression ratio'],
    meaning: 'Total cylinder volume divided by clearance volume.',
    unit: ':1',
    source: 'ISO 2710-1',
  },
  {
    term: 'compressor map',
    meaning: 'Pressure ratio over corrected flow with efficiency, surge and choke limits.',
    source: 'SAE J1826',
  },
  {
    term: 'critical speed',
    meaning: 'Whirling speed of the propshaft.',
    unit: 'rpm',
    source: 'textbooks of machine dynamics',
  },
  { term: 'cruise rpm', meaning: 'Engine speed in top gear at cruise speed.', unit: 'rpm', source: TRADE },
  {
    term: 'dressed mass',
    meaning: 'Engine with starter, alternator, manifolds and ancillaries, dry.',
    unit: 'kg',
    source: 'basis of the record',
  },
  {
    term: 'dynamic compression ratio',
    meaning: 'Compression ratio from intake valve closing.',
    unit: ':1',
    source: TRADE,
  },
  {
    term: 'final drive ratio',
    also: ['final drive'],
    meaning: 'Propshaft speed divided by wheel speed.',
    unit: ':1',
    source: TRADE,
  },
  { term: 'gear ratio', meaning: 'Input speed divided by output speed of the gearbox.', unit: ':1', source: TRADE },
  {
    term: 'gearbox safety factor',
    also: ['safety factor'],
    meaning: 'Torque rating divided by load including the service factor; 1.00 is the limit.',
    unit: '–',
    source: 'ISO 6336: S',
  },
  {
    term: 'grip limit',
    also: ['traction limit'],
    meaning: 'Tractive force at which the tyres spin.',
    unit: 'N',
    source: TRADE,
  },
  { term: 'half shaft', meaning: 'Shaft from differential to wheel.', source: 'SAE J901' },
  {
    term: 'hill start',
    meaning: 'Steepest grade from rest with 0.5 m/s² of acceleration.',
    unit: '%',
    source: 'SAE: startability',
  },
  {
    term: 'hot-day conditions',
    also: ['hot-day power'],
    meaning: 'Design ambient temperature, altitude and humidity.',
    source: 'brief',
  },
  {
    term: 'injector duty cycle',
    also: ['duty cycle'],
    meaning: 'Opening time divided by cycle time.',
    unit: '%',
    source: 'SAE J1832',
  },
  {
    term: 'installed mass',
    meaning: 'Dressed mass with flywheel, clutch, fluids and mounts, as in the car.',
    unit: 'kg',
    source: 'basis of the record',
  },
  { term: 'intercooler', meaning: 'Heat exchanger that cools the charge air.', source: 'SAE J1930: CAC' },
  {
    term: 'joint angle',
    also: ['propshaft joint angle'],
    meaning: 'Static angle of a universal or CV joint.',
    unit: '°',
    source: 'SAE J901',
  },
  {
    term: 'knock limit',
    meaning: 'Highest effective compression ratio for an octane number. Verify with a knock sensor.',
    source: 'rule of thumb',
  },
  { term: 'leak-down', meaning: 'Pressure loss of a cylinder at TDC.', unit: '%', source: 'workshop manuals' },
  {
    term: 'load index',
    also: ['tyre load'],
    meaning: 'Code of the permitted load of a tyre.',
    source: 'UN R30, ISO 4000-1',
  },
  { term: 'lugging limit', meaning: 'Lowest engine speed for clean pull in top gear.', unit: 'rpm', source: TRADE },
  {
    term: 'mean power in the rpm range',
    also: ['mean power'],
    meaning: 'Power averaged over the engine speed range of the brief.',
    unit: 'kW',
    source: 'mean of torque × speed',
  },
  {
    term: 'motion ratio',
    meaning: 'Spring travel divided by wheel travel.',
    unit: '–',
    source: 'vehicle dynamics texts',
  },
  { term: 'mount boss', meaning: 'Threaded or machined point of the block for a mount arm.', source: TRADE },
  {
    term: 'octane number',
    also: ['fuel octane', 'RON'],
    meaning: 'Research octane number: knock resistance of petrol.',
    unit: 'RON',
    source: 'ISO 5164, EN 228',
  },
  { term: 'power-to-weight ratio', meaning: 'Power divided by vehicle mass.', unit: 'kW/t', source: TRADE },
  {
    term: 'pressure ratio',
    meaning: 'Absolute outlet pressure divided by absolute inlet pressure.',
    unit: '–',
    source: 'SAE J1826',
  },
  {
    term: 'required clearance',
    meaning: 'Base clearance by type + engine movement + measuring tolerance.',
    unit: 'mm',
    source: TRADE,
  },
  {
    term: 'ride frequency',
    meaning: 'Natural frequency of the sprung mass on its springs.',
    unit: 'Hz',
    source: 'vehicle dynamics texts',
  },
  {
    term: 'ride height',
    meaning: 'Height of the body at an axle; the change follows from axle load and spring rate.',
    unit: 'mm',
    source: TRADE,
  },
  { term: 'road load', meaning: 'Drag + rolling resistance + grade force.', unit: 'N', source: 'SAE J1263' },
  {
    term: 'service factor',
    meaning: 'Load multiplier for the duty of the car.',
    unit: '–',
    source: 'AGMA; ISO 6336: K_A',
  },
  {
    term: 'short block',
    also: ['short-block load'],
    meaning: 'Block, crankshaft, connecting rods and pistons.',
    source: TRADE,
  },
  {
    term: 'smallest clearance margin',
    meaning: 'Smallest clearance less its required clearance, over all pairs of parts.',
    unit: 'mm',
    source: TRADE,
  },
  {
    term: 'stall speed',
    meaning: 'Engine speed of a torque converter with its output stationary.',
    unit: 'rpm',
    source: 'SAE J641, J643',
  },
  { term: 'tachometer', meaning: 'Engine speed gauge.', unit: 'rpm', source: TRADE },
  { term: 'tongue load', meaning: 'Static vertical load at the coupling.', unit: 'kg', source: 'UN R55: S' },
  { term: 'tractive force', meaning: 'Force at the driven wheels.', unit: 'N', source: 'vehicle dynamics texts' },
  { term: 'trap speed', meaning: 'Speed at the end of the quarter mile.', unit: 'km/h', source: TRADE },
  {
    term: 'trigger wheel',
    also: ['crank trigger wheel'],
    meaning: 'Toothed target wheel of the crankshaft position sensor (tone wheel, reluctor).',
    unit: 'teeth',
    source: 'SAE J1930: CKP',
  },
  {
    term: 'uncertainty',
    meaning: 'Standard uncertainty: one standard deviation, written as ±.',
    source: 'JCGM 100 (GUM)',
  },
  {
    term: 'volumetric efficiency',
    meaning: 'Air mass drawn in divided by displacement × air density.',
    unit: '%',
    source: 'ISO 2710-1',
  },
];

const patterns = TERMS.flatMap((t) => [t.term, ...(t.also ?? [])].map((words) => ({ t, words }))).sort(
  (a, b) => b.words.length - a.words.length,
);

export interface TermFound {
  readonly term: Term;
  readonly start: number;
  readonly end: number;
}

/** The first term in a text, the longest where several begin at one place; undefined where there is none. At most one a sentence. */
export function termIn(text: string): TermFound | undefined {
  const low = text.toLowerCase();
  let best: TermFound | undefined;
  for (const { t, words } of patterns) {
    const start = low.indexOf(words.toLowerCase());
    if (start < 0 || (best && start >= best.start)) continue;
    const end = start + words.length;
    if (/[\p{L}\d]/u.test(low[start - 1] ?? ' ') || /[\p{L}\d]/u.test(low[end] ?? ' ')) continue;
    best = { term: t, start, end };
  }
  return best;
}

/** What a term means, in one line. */
export const termWords = (t: Term): string =>
  [t.meaning, ...(t.unit ? [`Unit: ${t.unit}.`] : []), `Source: ${t.source}.`].join(' ');
