/**
 * Where figures of road cars with piston engines of up to some six litres usually lie, by the key of the field, as in the
 * dictionary; `parent/key` where one key is two things. In internal units. Outside of it a figure is taken all the same, and
 * said to be unusual: most often it was typed in another unit or lost a digit. From the trade, rounded outwards; motorcycle
 * engines lie inside, heavy vehicles and karts outside.
 */
const RANGES = {
  // Engine
  boreMm: [50, 115],
  'throttle/boreMm': [25, 95],
  strokeMm: [45, 120],
  compressionRatio: [6.5, 23],
  rodLengthMm: [90, 210],
  chamberCc: [15, 120],
  gasketThicknessMm: [0.3, 2.5],
  octaneRon: [80, 102],
  flowCcPerMin: [90, 1500],
  liftMm: [5, 14],
  pressureRatio: [1.1, 3],
  idleRpm: [500, 1300],
  redlineRpm: [3500, 13_000],
  inertiaKgM2: [0.03, 0.6],
  oilL: [1.5, 14],
  coolantL: [1.5, 25],
  'massRecords/massKg': [35, 400],
  // Gearbox
  'gearboxes/oilL': [0.5, 14],
  'gearboxes/massKg': [18, 170],
  efficiencyDirect: [0.9, 0.995],
  efficiencyOther: [0.85, 0.99],
  shiftTimeS: [0.05, 2],
  finalDriveInside: [2.2, 6.5],
  'gearboxes/lengthMm': [250, 1300],
  donorKerbKg: [150, 2600],
  // Car
  wheelbaseMm: [1700, 3600],
  trackFrontMm: [950, 1800],
  trackRearMm: [950, 1800],
  tankL: [15, 130],
  dragAreaM2: [0.3, 2],
  rollingCoefficient: [0.007, 0.035],
  axleEfficiency: [0.88, 0.99],
  'axleRatios/ratio': [2.2, 6.5],
  springRateNPerMm: [8, 200],
  motionRatio: [0.3, 1.2],
  unsprungKg: [35, 180],
  brakeFrontPct: [45, 90],
  masterTravelMm: [15, 45],
  cylinderMm: [12, 32],
  frontKg: [150, 1400],
  rearKg: [120, 1400],
  comZMm: [280, 900],
  comYMm: [-60, 60],
  'radiator/coreM2': [0.05, 0.5],
  'radiator/thicknessMm': [14, 80],
  fanM3PerH: [400, 8000],
  fanAmps: [4, 60],
  capKpa: [20, 200],
  airSharePct: [4, 40],
  coolantLimitC: [95, 125],
  loadIndex: [62, 121],
  pinionTorqueNm: [80, 2500],
  shaftTorqueNm: [200, 6000],
  brakesForKw: [15, 600],
} as const satisfies Readonly<Record<string, readonly [from: number, to: number]>>;

const byKey = new Map<string, readonly [number, number]>(Object.entries(RANGES));

/** From where to where a figure usually lies, in its internal unit; undefined for one of which nothing is usual. */
export const usualRange = (key: string, parent = ''): readonly [number, number] | undefined =>
  byKey.get(`${parent}/${key}`) ?? byKey.get(key);

/** The same for the figure at a JSON pointer into a row or a build. */
export function usualAt(pointer: string): readonly [number, number] | undefined {
  const [key = '', parent = ''] = pointer
    .split('/')
    .filter((k) => k !== '' && k !== 'value' && !/^\d+$/.test(k))
    .reverse();
  return usualRange(key, parent);
}
