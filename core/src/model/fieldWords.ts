import { fieldLabelOf } from './fieldDictionary.ts';
import type { Subject } from './subject.ts';

/** Where a figure is entered. */
type FieldScreen = 'brief' | 'survey' | 'library' | 'candidate' | 'mounts' | 'wiring' | 'parts' | 'line-up';

export interface FieldWords {
  readonly label: string;
  readonly screen: FieldScreen;
  /** The first keys of its address: a row of the library and its id, a list of the survey and the place in it. */
  readonly keys: readonly (string | undefined)[];
}

/**
 * Fields that are called otherwise at their address than by their key alone, ids and places in lists left out; all others
 * are called by the dictionary of keys.
 */
const WORDS: Readonly<Record<string, string>> = {
  '/brief/band/highRpm': 'engine speed range, to',
  '/brief/band/lowRpm': 'engine speed range, from',
  '/brief/budget': 'budget',
  '/brief/climb': 'longest climb, grade',
  '/brief/climb/gradePct': 'longest climb, grade',
  '/brief/climb/speedKph': 'climb speed',
  '/brief/cruise': 'cruise',
  '/brief/cruise/rpm': 'target cruise rpm',
  '/brief/cruise/speedKph': 'cruise speed',
  '/brief/cruise/toleranceRpm': 'cruise tolerance',
  '/brief/distanceKm': 'design life',
  '/brief/descent/gradePct': 'longest descent, grade',
  '/brief/descent/lengthM': 'descent length',
  '/brief/descent/speedKph': 'descent speed',
  '/brief/driverKg': 'driver mass',
  '/brief/fastestKph': 'maximum road speed',
  '/brief/fuel': 'fuel',
  '/brief/fuelOctaneRon': 'fuel octane, RON',
  '/brief/hill': 'maximum grade',
  '/brief/hill/gradePct': 'maximum grade',
  '/brief/hill/hitchHeightMm': 'coupling height',
  '/brief/hill/hitchOverhangMm': 'coupling overhang behind rear axle',
  '/brief/hill/noseLoadKg': 'tongue load',
  '/brief/hill/trailerKg': 'trailer mass',
  '/brief/hotDaySchool': 'hot-day power correction',
  '/brief/hourlyRate': 'labour rate per hour',
  '/brief/largestWheelIn': 'maximum wheel diameter',
  '/brief/later/powerKw': 'target peak power, later',
  '/brief/lowestCruiseRpm': 'minimum cruise rpm',
  '/brief/maxAddedKg': 'maximum added mass',
  '/brief/maxHours': 'maximum labour hours',
  '/brief/mountSchool': 'preferred mount type',
  '/brief/noise': 'maximum noise level',
  '/brief/noise/distanceM': 'microphone distance',
  '/brief/noise/limitDb': 'maximum noise level',
  '/brief/now/powerKw': 'target peak power, now',
  '/brief/now/torqueNm': 'target torque in the rpm range, now',
  '/brief/ownHourWorth': 'value of own labour per hour',
  '/brief/ownLabour': 'own labour',
  '/brief/purpose': 'purpose',
  '/brief/use': 'use',
  '/brief/worstAir': 'hot-day conditions',
  '/brief/worstAir/altitudeM': 'altitude',
  '/brief/worstAir/humidityPct': 'humidity',
  '/brief/worstAir/temperatureC': 'temperature',
  '/candidates/*': 'tyre size',
  '/candidates/*/bought': 'bought',
  '/candidates/*/differential': 'differential',
  '/candidates/*/engineId': 'engine',
  '/candidates/*/finalDrive': 'final drive',
  '/candidates/*/gearboxId': 'gearbox',
  '/candidates/*/gearboxPlacement': 'gearbox position',
  '/candidates/*/inspection': 'inspection',
  '/candidates/*/letter': 'letter',
  '/candidates/*/mountSchool': 'mounts',
  '/candidates/*/name': 'name',
  '/candidates/*/placement': 'engine position',
  '/candidates/*/placement/cantDeg': 'roll',
  '/candidates/*/placement/pitchDeg': 'pitch',
  '/candidates/*/placement/xMm': 'X, forward',
  '/candidates/*/placement/yMm': 'Y, left',
  '/candidates/*/placement/yawDeg': 'yaw',
  '/candidates/*/placement/zMm': 'Z, up',
  '/candidates/*/refresh': 'as is or refurbished',
  '/candidates/*/tyreCode': 'tyres',
  '/candidates/*/whyNot': 'reason for rejecting',
  '/chassis/axleRating/pinionTorqueNm': 'axle rating, at the pinion',
  '/chassis/axleRating/shaftTorqueNm': 'axle rating, one half shaft',
  '/chassis/brakes/front': 'front brake',
  '/chassis/brakes/pedal': 'brake pedal and master cylinder',
  '/chassis/brakes/rear': 'rear brake',
  '/chassis/lumps/*/massKg': 'mass',
  '/chassis/pinion': 'pinion flange position',
  '/chassis/springs/front/motionRatio': 'motion ratio, front',
  '/chassis/springs/front/springRateNPerMm': 'spring rate, front',
  '/chassis/springs/front/unsprungKg': 'unsprung mass, front',
  '/chassis/springs/rear/motionRatio': 'motion ratio, rear',
  '/chassis/springs/rear/springRateNPerMm': 'spring rate, rear',
  '/chassis/springs/rear/unsprungKg': 'unsprung mass, rear',
  '/chassis/tyres/*': 'tyre size',
  '/chassis/tyres/*/dryGrip': 'tyre grip, dry',
  '/chassis/tyres/*/massKgEach': 'tyre mass',
  '/chassis/tyres/*/measuredCircumferenceMm': 'rolling circumference',
  '/chassis/tyres/*/wetGrip': 'tyre grip, wet',
  '/chassis/weighing/comYMm': 'centre of mass, sideways',
  '/chassis/weighing/comZMm': 'centre of mass, height',
  '/chassis/weighing/frontKg': 'front axle load',
  '/chassis/weighing/rearKg': 'rear axle load',
  '/chassis/wheelbaseMm': 'wheelbase',
  '/decision/candidateId': 'selected candidate',
  '/decision/reason': 'reason for selection',
  '/engines/*/boreMm': 'bore',
  '/engines/*/compressionRatio': 'compression ratio',
  '/engines/*/coolantL': 'coolant',
  '/engines/*/curves/*': 'torque curve',
  '/engines/*/idleRpm': 'idle speed',
  '/engines/*/injectors/flowCcPerMin': 'injector flow',
  '/engines/*/injectors/railBar': 'fuel rail pressure',
  '/engines/*/limits/*/figure': 'known limit',
  '/engines/*/massRecords/*/massKg': 'quoted mass',
  '/engines/*/noise/levelDb': 'noise level',
  '/engines/*/octaneRon/value': 'octane',
  '/engines/*/oilL': 'oil',
  '/engines/*/slots/*/options/*/noiseDeltaDb': 'noise change',
  '/engines/*/strokeMm': 'stroke',
  '/gearboxes/*/clutch/clampLoadN': 'clamp load',
  '/gearboxes/*/clutch/frictionCoefficient': 'clutch friction',
  '/gearboxes/*/converter/kRpmPerSqrtNm': 'converter K',
  '/gearboxes/*/donorKerbKg': 'donor car kerb mass',
  '/gearboxes/*/massKg': 'mass',
  '/gearboxes/*/oilL': 'gearbox oil',
  '/gearboxes/*/ratings/*/powerKw': 'power rating',
  '/gearboxes/*/ratings/*/torqueNm': 'torque rating',
  '/name': 'name of the build',
  '/parts/*/clutch/clampLoadN': 'clamp load',
  '/parts/*/clutch/frictionCoefficient': 'clutch friction',
  '/parts/*/massKg': 'mass',
  '/parts/*/noiseDeltaDb': 'noise change',
};

const SCREENS: Readonly<Record<string, FieldScreen>> = {
  name: 'brief',
  brief: 'brief',
  decision: 'line-up',
  chassis: 'survey',
  candidates: 'candidate',
  engines: 'library',
  gearboxes: 'library',
  parts: 'library',
};
/** What is entered beside the drawing that it belongs to. */
const BESIDE: Readonly<Record<string, FieldScreen>> = {
  'candidates/mounts': 'mounts',
  'candidates/wiring': 'wiring',
  'candidates/bill': 'parts',
  'chassis/plugs': 'wiring',
};
const ROWS = new Set(['candidates', 'engines', 'gearboxes', 'parts']);

/** In a sentence a label begins small, unless it is letters that stand for words: RON. */
const lower = (label: string | undefined): string | undefined =>
  label && (/^[A-Z]{2}/.test(label) ? label : label.charAt(0).toLowerCase() + label.slice(1)).replace(/ \(.*\)$/, '');

/** What stands at an address, in words, and the screen that it is entered on; undefined where nobody has named it. */
export function fieldWords(pointer: string): FieldWords | undefined {
  const keys = pointer.split('/').slice(1);
  const root = keys[0] ?? '';
  const pattern = keys.map((key, i) => ((i === 1 && ROWS.has(root)) || /^\d+$/.test(key) ? '*' : key)).join('/');
  const [parent, key] = pattern
    .split('/')
    .filter((k) => k !== '*' && k !== 'value')
    .slice(-2);
  const label = WORDS[`/${pattern}`] ?? lower(fieldLabelOf(key ?? '', parent));
  const screen = BESIDE[root === 'candidates' ? `${root}/${keys[2]}` : `${root}/${keys[1]}`] ?? SCREENS[root];
  return label === undefined || screen === undefined ? undefined : { label, screen, keys: keys.slice(0, 3) };
}

/** Whose figure it is, where there can be several: the part, the lump, the tyre. */
export function ownerName(subject: Subject, { keys: [root, id, place] }: FieldWords): string | undefined {
  switch (root) {
    case 'engines':
      return subject.engine.shortName;
    case 'gearboxes':
      return subject.gearbox.shortName;
    case 'parts':
      return subject.parts.find((p) => p.id === id)?.name;
    case 'chassis':
      return id === 'lumps'
        ? subject.chassis?.lumps[Number(place)]?.name
        : id === 'tyres'
          ? subject.chassis?.tyres[Number(place)]?.code
          : undefined;
    default:
      return undefined;
  }
}
