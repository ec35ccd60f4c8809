/**
 * Every number that is entered, moved up and down: no check becomes better where more of it is worse, nor worse where it is
 * better. What has no direction has its reason.
 */
import { assessIn, settingOf, withInput, type Build, type Candidate, type CheckId, type State } from '../src/index.ts';
import { library, pickup, racer, tug } from './demo.ts';
import { numbersIn, type NumberInput } from './numbers.ts';

/** What more of it does: the checks that become better, those that become worse. */
const DIRECTIONS: Readonly<Record<string, readonly [better: string, worse: string]>> = {
  '/brief/band/highRpm': ['band-torque', ''],
  '/brief/budget': ['budget', ''],
  '/brief/climb/gradePct': ['', 'cooling-now cooling-later'],
  '/brief/climb/speedKph': ['', 'cooling-now cooling-later'],
  '/brief/descent/gradePct': ['', 'brakes-descent'],
  '/brief/descent/lengthM': ['', 'brakes-descent'],
  '/brief/descent/speedKph': ['', 'brakes-descent'],
  '/brief/fuelOctaneRon': ['knock', ''],
  '/brief/hill/gradePct': ['', 'hill'],
  '/brief/hill/hitchHeightMm': ['hill', ''],
  '/brief/hill/trailerKg': ['', 'hill brakes-descent cooling-now cooling-later'],
  '/brief/largestWheelIn': ['gate-wheel', ''],
  '/brief/later/powerKw': ['', 'injector-duty-later cooling-later bottom-end'],
  '/brief/maxAddedKg': ['mass-change', ''],
  '/brief/maxHours': ['hours', ''],
  '/brief/noise/distanceM': ['gate-noise', ''],
  '/brief/noise/limitDb': ['gate-noise', ''],
  '/brief/now/bandTorqueNm': ['', 'band-torque'],
  '/brief/now/powerKw': ['', 'injector-duty-now power-now bottom-end'],
  '/brief/worstAir/altitudeM': ['', 'hill cooling-now cooling-later brakes-descent'],
  '/brief/worstAir/humidityPct': ['', 'hill cooling-now cooling-later brakes-descent'],
  '/brief/worstAir/temperatureC': ['', 'hill cooling-now cooling-later brakes-stops brakes-descent'],
  '/chassis/axleEfficiency': [
    'hill gearbox-margin axle-margin shaft-margin propshaft-margin cooling-now cooling-later',
    'propshaft-speed wheel-room',
  ],
  '/chassis/axleRating/pinionTorqueNm': ['axle-margin', ''],
  '/chassis/axleRating/shaftTorqueNm': ['shaft-margin', ''],
  '/chassis/brakes/front/effectiveRadiusMm': ['brake-pedal', ''],
  '/chassis/brakes/front/innerDiameterMm': ['', 'brakes-stops brakes-descent'],
  '/chassis/brakes/front/outerDiameterMm': ['brakes-stops brakes-descent', ''],
  '/chassis/brakes/front/pistonMm': ['brake-pedal', 'brake-stroke'],
  '/chassis/brakes/front/pistonsOneSide': ['brake-pedal', 'brake-stroke'],
  '/chassis/brakes/front/thicknessMm': ['brakes-stops brakes-descent', ''],
  '/chassis/brakes/pedal/masterMm': ['brake-stroke', 'brake-pedal'],
  '/chassis/brakes/pedal/ratio': ['brake-pedal', ''],
  '/chassis/brakes/pedal/servoRatio': ['brake-pedal', ''],
  '/chassis/brakes/pedal/masterTravelMm': ['brake-stroke', ''],
  '/chassis/brakes/rear/cylinderMm': ['', 'brake-stroke'],
  '/chassis/brakes/rear/diameterMm': ['brakes-stops brakes-descent', ''],
  '/chassis/brakes/rear/thicknessMm': ['brakes-stops brakes-descent', ''],
  '/chassis/brakes/rear/widthMm': ['brakes-stops brakes-descent', ''],
  '/chassis/cooling/fanM3PerH': ['cooling-now cooling-later', ''],
  '/chassis/dragAreaM2': ['propshaft-speed wheel-room brakes-descent', 'cooling-now cooling-later'],
  '/chassis/propshaft/innerDiameterMm': ['propshaft-speed', ''],
  '/chassis/propshaft/outerDiameterMm': ['propshaft-speed', ''],
  '/chassis/propshaft/pieces': ['propshaft-speed', ''],
  '/chassis/propshaft/ratingNm': ['propshaft-margin', ''],
  '/chassis/radiator/coreM2': ['cooling-now cooling-later', ''],
  '/chassis/radiator/thicknessMm': ['cooling-now cooling-later', ''],
  '/chassis/rollingCoefficient': ['propshaft-speed wheel-room brakes-descent', 'hill cooling-now cooling-later'],
  '/chassis/shifterAperture/halfLengthMm': ['fit-shifter', ''],
  '/chassis/shifterAperture/halfWidthMm': ['fit-shifter', ''],
  '/chassis/trackRearMm': ['hill', ''],
  '/chassis/brakes/front/massKg': ['', ''],
  '/chassis/springs/front/unsprungKg': ['', ''],
  '/chassis/springs/rear/unsprungKg': ['', ''],
  '/chassis/transferLow': ['', 'axle-margin shaft-margin propshaft-margin'],
  '/chassis/springs/front/bumpMm': ['travel-front', 'fit-ground'],
  '/chassis/springs/rear/bumpMm': ['travel-rear', 'fit-ground'],
  '/chassis/frontPropshaft/innerDiameterMm': ['propshaft-speed', ''],
  '/chassis/frontPropshaft/outerDiameterMm': ['propshaft-speed', ''],
  '/chassis/frontPropshaft/pieces': ['propshaft-speed', ''],
  '/chassis/frontPropshaft/ratingNm': ['propshaft-margin', ''],
  '/chassis/halfShaft/fullyInMm': ['', 'fit-plunge'],
  '/chassis/halfShaft/fullyOutMm': ['fit-plunge', ''],
  '/chassis/halfShaft/rightFullyInMm': ['', 'fit-plunge'],
  '/chassis/halfShaft/rightFullyOutMm': ['fit-plunge', ''],
  '/chassis/halfShaft/jointLimitDeg': ['fit-joint', ''],
  '/chassis/hubs/bumpUpMm': ['', 'fit-plunge fit-joint'],
  '/chassis/hubs/droopDownMm': ['', 'fit-plunge fit-joint'],
  '/chassis/tyres/*/dryGrip': ['hill', 'gearbox-margin axle-margin shaft-margin propshaft-margin'],
  '/chassis/tyres/*/loadIndex': ['tyre-load', ''],
  '/chassis/wheelRoom/largestDiameterMm': ['wheel-room', ''],
  '/chassis/wheelRoom/leastRimIn': ['', 'wheel-room'],
  '/chassis/wheelRoom/widestMm': ['wheel-room', ''],
  '/chassis/wheelRoom/offsetFromMm': ['', 'wheel-room'],
  '/chassis/wheelRoom/offsetToMm': ['wheel-room', ''],
  '/engines/*/compressionRatio': ['', 'knock'],
  '/engines/*/boost/pressureRatio': ['', 'cooling-now cooling-later knock'],
  '/engines/*/curves/*': [
    'power-now band-torque hill injector-duty-now injector-duty-later',
    'gate-noise bottom-end clutch-margin propshaft-speed wheel-room cooling-now gearbox-margin axle-margin shaft-margin propshaft-margin',
  ],
  '/engines/*/cylinders': ['mounts-idle mounts-cruise', ''],
  '/engines/*/injectors/count': ['injector-duty-now injector-duty-later', ''],
  '/engines/*/injectors/flowCcPerMin': ['injector-duty-now injector-duty-later', ''],
  '/engines/*/injectors/railBar': ['injector-duty-now injector-duty-later', ''],
  '/engines/*/injectors/referenceBar': ['', 'injector-duty-now injector-duty-later'],
  '/engines/*/limits/*/figure': ['bottom-end', ''],
  '/engines/*/noise/distanceM': ['', 'gate-noise'],
  '/engines/*/noise/levelDb': ['', 'gate-noise'],
  '/engines/*/noise/powerKw': ['gate-noise', ''],
  '/engines/*/octaneRon': ['', 'knock'],
  '/engines/*/slots/*/options/*/noiseDeltaDb': ['', 'gate-noise'],
  '/engines/*/slots/*/options/*/powerFactor': [
    'power-now band-torque hill',
    'knock bottom-end gearbox-margin clutch-margin axle-margin shaft-margin propshaft-margin cooling-now propshaft-speed wheel-room',
  ],
  '/gearboxes/*/clutch/clampLoadN': ['clutch-margin', ''],
  '/gearboxes/*/clutch/frictionCoefficient': ['clutch-margin', ''],
  '/gearboxes/*/clutch/frictionFaces': ['clutch-margin', ''],
  '/gearboxes/*/clutch/innerRadiusMm': ['clutch-margin', ''],
  '/gearboxes/*/clutch/outerRadiusMm': ['clutch-margin', ''],
  '/gearboxes/*/efficiencyDirect': [
    'hill gearbox-margin axle-margin shaft-margin propshaft-margin cooling-now cooling-later',
    'propshaft-speed wheel-room',
  ],
  '/gearboxes/*/efficiencyOther': [
    'hill gearbox-margin axle-margin shaft-margin propshaft-margin cooling-now cooling-later',
    'propshaft-speed wheel-room',
  ],
  '/gearboxes/*/finalDriveInside': ['', 'shaft-margin'],
  '/gearboxes/*/mountBoss/threadDepthMm': ['mounts-bolts', ''],
  '/gearboxes/*/ratings/*/torqueNm': ['gearbox-margin', ''],
  '/parts/*/brakes/front/effectiveRadiusMm': ['brake-pedal', ''],
  '/parts/*/brakes/front/outerDiameterMm': ['brakes-stops brakes-descent', ''],
  '/parts/*/brakes/front/innerDiameterMm': ['', 'brakes-stops brakes-descent'],
  '/parts/*/brakes/front/thicknessMm': ['brakes-stops brakes-descent', ''],
  '/parts/*/brakes/front/pistonMm': ['brake-pedal', 'brake-stroke'],
  '/parts/*/brakes/front/pistonsOneSide': ['brake-pedal', 'brake-stroke'],
  '/parts/*/brakes/leastRimIn': ['', 'wheel-room'],
  '/parts/*/clutch/clampLoadN': ['clutch-margin', ''],
  '/parts/*/clutch/frictionCoefficient': ['clutch-margin', ''],
  '/parts/*/clutch/frictionFaces': ['clutch-margin', ''],
  '/parts/*/clutch/innerRadiusMm': ['clutch-margin', ''],
  '/parts/*/clutch/outerRadiusMm': ['clutch-margin', ''],
  '/parts/*/cooling/airSharePct': ['cooling-now cooling-later', ''],
  '/engines/*/alternatorAmps': ['current-idle current-cruise', ''],
  '/parts/*/cooling/fanAmps': ['', 'current-idle current-cruise'],
  '/parts/*/cooling/fanM3PerH': ['cooling-now cooling-later', ''],
  '/parts/*/noiseDeltaDb': ['', 'gate-noise'],
  '/parts/*/propshaft/innerDiameterMm': ['propshaft-speed', ''],
  '/parts/*/propshaft/outerDiameterMm': ['propshaft-speed', ''],
  '/parts/*/propshaft/pieces': ['propshaft-speed', ''],
  '/parts/*/propshaft/ratingNm': ['propshaft-margin', ''],
  '/parts/*/radiator/coreM2': ['cooling-now cooling-later', ''],
  '/parts/*/radiator/thicknessMm': ['cooling-now cooling-later', ''],
};

const MOVES = 'it moves the centre of mass too: either way for what rests on the axles';
const GEARS = 'it gears the car up or down: margins one way, revs and hills the other';
/** Inputs without one direction, and why. */
const EITHER: Readonly<Record<string, string>> = {
  '/chassis/plugs/*/pins/*/pulsesPerRev': 'two counts are the same or they are not',
  '/engines/*/plugs/*/pins/*/pulsesPerRev': 'two counts are the same or they are not',
  '/brief/driverKg': 'more on the axles: more grip for a hill, more for everything to carry',
  '/brief/hill/noseLoadKg': 'lifts the front, loads the rear',
  '/brief/hill/hitchOverhangMm': 'lifts the front, loads the rear',
  '/brief/band/lowRpm': 'the best of the band may lie on either side of it',
  '/brief/cruise/rpm': 'a middle, not a limit',
  '/brief/cruise/speedKph': 'a middle, not a limit',
  '/chassis/axleRatios/*/ratio': GEARS,
  '/chassis/brakeFrontPct': 'more in front: the front hotter, the rear cooler',
  '/chassis/lumps/*/massKg': MOVES,
  '/chassis/rearTorqueShare': 'what one axle has less the other has more',
  '/chassis/springs/front/motionRatio': 'height in between',
  '/chassis/springs/front/springRateNPerMm': 'height in between',
  '/chassis/springs/rear/motionRatio': 'height in between',
  '/chassis/springs/rear/springRateNPerMm': 'height in between',
  '/chassis/tankL': 'more on the axles: more grip for a hill, more for everything to carry',
  '/chassis/tyres/*/massKgEach': MOVES,
  '/chassis/tyres/*/measuredCircumferenceMm': GEARS,
  '/chassis/tyres/*/wheel/offsetMm': 'a middle, not a limit',
  '/chassis/weighing/comYMm': MOVES,
  '/chassis/weighing/comZMm': MOVES,
  '/chassis/weighing/frontKg': MOVES,
  '/chassis/weighing/rearKg': MOVES,
  '/chassis/weighing/fuelL': MOVES,
  '/chassis/wheelbaseMm': MOVES,
  '/engines/*/ancillaryMasses/*/massKg': MOVES,
  '/engines/*/coolantL': MOVES,
  '/engines/*/oilL': MOVES,
  '/engines/*/massRecords/*/massKg': MOVES,
  '/engines/*/idleRpm': 'the launch goes along the curve, which falls as well as rises',
  '/engines/*/redlineRpm': 'of the top speed, where the curve falls as well as rises',
  '/gearboxes/*/massKg': MOVES,
  '/gearboxes/*/oilL': MOVES,
  '/parts/*/massKg': MOVES,
  '/parts/*/shifts/gearboxXMm': 'a place',
};
/** Checks that have a middle instead of a limit, and those that only tell. */
const NO_SIDE = new Set<string>([
  'ride-front',
  'ride-rear',
  'cruise',
  'fit-shaft',
  'zero-to-100',
  'mass-front',
  'open-joints',
]);
/** Of offers, remedies and shapes, which are no figures of what is judged; a gear and a year are names. */
const LEFT_OUT =
  /obstacles|tape|claims|ports|pads|bosses|solids|shape|shell|(price|hours|newPrice)\/?|closes|provides|pairs|ratings\/\*\/gear|fromYear|toYear|year$|built(From|To)|carries|faults|computer/;

const RANK: Readonly<Record<State, number>> = { clear: 0, tight: 1, unknown: 2, blocked: 3 };
const among = (list: string, id: CheckId) => list.split(' ').includes(id);

/** Addresses that moved a state or a figure. */
const moved = new Set<string>();

function numbersOf(build: Build, c: Candidate): NumberInput[] {
  const row = (kind: 'engines' | 'gearboxes' | 'parts', id: string) =>
    numbersIn(
      library[kind].find((r) => r.id === id),
      `/${kind}/${id}`,
      `/${kind}/*`,
    );
  const seen = new Set<string>();
  return [
    ...numbersIn(build.brief, '/brief'),
    ...numbersIn(build.chassis, '/chassis'),
    ...row('engines', c.engineId),
    ...row('gearboxes', c.gearboxId),
    ...c.partIds.flatMap((id) => row('parts', id)),
  ].filter(({ pattern }) => {
    if (LEFT_OUT.test(pattern)) return false;
    // Of a list the first; of tyres and parts all.
    if (seen.has(pattern) && !/tyres|parts/.test(pattern)) return false;
    seen.add(pattern);
    return true;
  });
}

/** What is wrong once a number is moved by a share of itself. */
function faultsOf(build: Build, c: Candidate, by: readonly number[]): string[] {
  const inputs = { setting: settingOf(build), candidate: c, library };
  const before = assessIn(inputs.setting, c, library);
  const faults = new Set<string>();
  for (const { pointer, pattern, value } of numbersOf(build, c)) {
    const [better, worse] = DIRECTIONS[pattern] ?? ['', ''];
    for (const share of by) {
      const changed = withInput(inputs, pointer, value + share * Math.abs(value));
      if (!changed) continue;
      const after = assessIn(changed.setting, changed.candidate, changed.library);
      for (const was of before.checks) {
        const now = after.checks.find((k) => k.id === was.id);
        if (!now || NO_SIDE.has(was.id) || (now.value === was.value && now.state === was.state)) continue;
        moved.add(pattern);
        // What can’t be so is told as bad input, and everything on it is unknown.
        if (pattern in EITHER || now.state === was.state || now.state === 'unknown' || was.state === 'unknown')
          continue;
        const up = RANK[now.state] < RANK[was.state] === share > 0;
        if (!(up ? among(better, was.id) : among(worse, was.id)))
          faults.add(
            `${was.id} ${was.state} to ${now.state} by ${pattern} ${share > 0 ? '+' : '−'}${Math.abs(100 * share)} %`,
          );
      }
    }
  }
  return [...faults].sort();
}

const SMALL = [0.01, -0.01];
const LARGE = [0.5, -0.5];
const of = (letter: string) => tug.candidates.find((c) => c.letter === letter)!;

test.each([
  ['Glider tug, C', tug, of('C'), [...SMALL, ...LARGE]],
  ['Ice racer, B', racer, racer.candidates[1]!, LARGE],
  ['Forestry pickup, A', pickup, pickup.candidates[0]!, LARGE],
] as const)('%s: no state goes against the direction of a number that moves', (_, build, c, by) => {
  expect(faultsOf(build, c, by)).toEqual([]);
});

test('what moves something has a direction, or is one of less than a quarter that have none, with the reason', () => {
  const known = [...moved].filter((p) => p in DIRECTIONS);
  const either = [...moved].filter((p) => p in EITHER);
  expect([...moved].filter((p) => !(p in DIRECTIONS) && !(p in EITHER)).sort()).toEqual([]);
  console.log(`Numbers that move a check: ${moved.size}; without a direction: ${either.length}.`);
  expect(known.length).toBeGreaterThan(70);
  expect(either.length / moved.size).toBeLessThan(0.25);
});
