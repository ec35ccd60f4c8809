import { fieldLabelOf, type FieldKey } from './fieldDictionary.ts';

/** Where it helps a line on what a field is or where it is found, and an example as one would type it. */
const HELP: Partial<Readonly<Record<FieldKey, readonly [help: string, example?: string]>>> = {
  id: ['Short name in addresses; letters, digits and dashes'],
  shortName: ['Shown where there is little room', 'Q 1.8'],
  source: ['Where it was read: page, person, day', 'service manual, p. 12'],
  evidence: ['measured, published, claimed or estimated'],
  price: ['Low, likely and high'],
  hours: ['Low, likely and high'],
  retired: ['Kept for builds that have it, offered no more'],
  massKg: ['Weighed, or from a data sheet', '135'],
  plusMinusMm: ['One standard deviation'],
  plusMinus: ['One standard deviation'],
  withGearboxId: ['Where the basis has one; else a typical one of its kind comes off'],
  inUse: ['The one that results are calculated from'],
  family: ['Engines that share a block', 'Quillon'],
  codes: ['One a line, as stamped on the block'],
  madeFrom: ['The engine that it was bored or stroked from; outside it is still that one'],
  boreMm: ['Service manual, or measured with the head off', '86'],
  strokeMm: ['', '86'],
  compressionRatio: ['Static, :1', '9.8'],
  rodLengthMm: ['Centre to centre'],
  deckClearanceMm: ['Piston below the deck at TDC; above it is minus'],
  pistonDishCc: ['Dome is minus'],
  octaneRon: ['', '95'],
  flowCcPerMin: ['At the reference pressure'],
  pressureRatio: ['Absolute, compressor outlet over inlet'],
  thresholdRpm: ['Engine speed at which full boost is there'],
  blockMaterial: ['iron, aluminium'],
  headMaterial: ['iron, aluminium'],
  standard: ['Conditions that the curve was corrected to'],
  idleRpm: ['', '850'],
  redlineRpm: ['Highest permitted engine speed', '6500'],
  solids: ['Its outside, as boxes, cylinders and hulls'],
  slots: ['Parts of its outside that can be changed'],
  stock: ['As it left the factory'],
  powerFactor: ['Share of the power that is left with it'],
  thread: ['', 'M10x1.5'],
  ports: ['What decides whether two parts mate'],
  place: ['left, right'],
  needs: ['What must be fitted; what every engine needs where nothing is chosen'],
  massRecords: ['Each on its own basis'],
  basis: ['bare: without ancillaries; dressed: with starter, alternator, manifolds'],
  comMm: ['In the frame of the engine or gearbox'],
  oilL: ['Full, with filter'],
  coolantL: ['In the engine alone'],
  faults: ['One a line'],
  ratios: ['First gear first, blanks between', '3.59 2.08 1.37 1.00'],
  reverseRatio: ['', '3.66'],
  finalDriveInside: ['Of a transaxle'],
  ratings: ['Each as it was published or claimed'],
  lengthMm: ['Mating face to output flange; decides the propshaft and the mount', '640'],
  shifterMm: ['From the mating face on the crank line; decides whether it meets the aperture'],
  halfShaftsMm: ['Of a transaxle'],
  outputMm: ['Joint centre; decides the propshaft angles'],
  frictionFaces: ['Two for each plate'],
  shiftTimeS: ['Without drive'],
  efficiencyDirect: ['', '0.98'],
  efficiencyOther: ['', '0.96'],
  inPlaceOf: ['Obstacles and mounts that leave with it'],
  inKit: ['Sold as one, under its one price; each of them stays a part by itself'],
  leadDays: ['0 where it is on the shelf'],
  engineersWord: ['Who and when'],
  engineSits: ['In front, unless said otherwise'],
  'shell/name': ['Such as left rail behind the mount'],
  reachMm: ['How far around that place'],
  'past/note': ['Why the swap failed, what burned'],
  spares: ['Of its engine, gearbox and axle'],
  wheelbaseMm: ['', '2450'],
  trackFrontMm: ['Tyre centre to tyre centre'],
  motionRatio: ['Spring travel over wheel travel'],
  bumpMm: ['Of the wheel up to the stop, as it was weighed'],
  volts: ['', '12'],
  alternatorAmps: ['Rated current'],
  linings: ['Ordinary {{450|temperatureC}}, fast road {{550|temperatureC}}, track {{700|temperatureC}}'],
  'front/innerDiameterMm': ['Where the pad ends, towards the hub'],
  'rear/innerDiameterMm': ['Where the pad ends, towards the hub'],
  effectiveRadiusMm: ['Wheel centre to the middle of the pad'],
  'pedal/ratio': ['', '4.2'],
  servoRatio: ['1 without a servo', '3.5'],
  masterTravelMm: ['Of the push rod until the piston stops'],
  'front/massKg': ['Weighed; else from its lengths'],
  'rear/massKg': ['Weighed; else from its lengths'],
  fastestKph: ['{{100|speedKph}} unless said otherwise'],
  'cooling/place': ['In front unless said otherwise'],
  seal: ['Ducted: shrouded all round; badly sealed: air passes beside the core'],
  airSharePct: ['Share of the road speed, by a vane over the face; else by air path: 25, 20, 12 % in front'],
  fanM3PerH: ['All fans together, from the label or the catalogue; {{300|lengthMm}} across some {{1800|airM3PerH}}'],
  fanAmps: ['All fans together'],
  capKpa: ['Gauge pressure at which it opens, as stamped'],
  condenser: ['In front of the radiator'],
  beforeRadiator: ['Its heat warms the air that the radiator gets'],
  takeOff: ['', 'sandwich plate, M20x1.5'],
  hose: ['Size and length', '12 mm (½ in), 1.8 m (6 ft)'],
  effectivenessPct: ['Share of the way down to the outside air'],
  coolantLimitC: ['Hottest that the maker allows at the top hose', '110'],
  waterToOil: ['Its coolant cools its oil'],
  dragAreaM2: ['Drag coefficient × frontal area'],
  weakParts: ['What it fails of, about when, and what puts it right'],
  failsAtKm: ['Half of them are gone by then'],
  takesWithIt: ['What it ruins where it fails first'],
  raises: ['What gives up later with it'],
  holds: ['One a line'],
  ran: ['How many boxes a builder ran so, how far, and in what'],
  inWhat: ['Car, tyres, use', '1,100 kg, slicks, sprints'],
  bolts: ['', '4x100'],
  code: ['', '185/65R14'],
};

/** Choices that are kept as a key or a sign, in words; all others are kept in words. */
const CHOICES: Readonly<Record<string, string>> = {
  torqueNm: 'torque',
  powerKw: 'power',
  'dressed+gearbox': 'dressed, with gearbox',
  x: 'x, forward',
  y: 'y, left',
  z: 'z, up',
  set: 'engine and gearbox',
  car: 'whole car',
};

/** What one of a list of choices is called. */
export const choiceWords = (value: string): string => CHOICES[value] ?? value;

export interface FieldEntry {
  readonly label: string;
  readonly help?: string;
  /** As one would type it. */
  readonly example?: string;
}

const byKey = new Map(Object.entries(HELP));

/** A field as a form shows it; undefined for one that nobody has named. */
export function fieldEntry(key: string, parent = ''): FieldEntry | undefined {
  const label = fieldLabelOf(key, parent);
  if (label === undefined) return undefined;
  // Help is of the field that is named: of the key in its holder, else of the key alone.
  const own = fieldLabelOf(`${parent}/${key}`) === undefined ? key : `${parent}/${key}`;
  const [help, example] = byKey.get(own) ?? [];
  return { label, ...(help ? { help } : {}), ...(example ? { example } : {}) };
}
