/**
 * Every registered sum, as its edges see it: a good input for each, and from it every field in turn left out, of the
 * wrong type, out of its bounds or unknown. Each must be refused by an error that names the field; none may throw
 * anything else or answer with a figure that is not a number.
 */
import { Ajv } from 'ajv';
import { CALCULATORS, fieldProblems, finished, InputError, startingInputs, SUMS, sumNamed } from '../src/index.ts';
import { library, listing, tug } from './demo.ts';

const cube = (at: number): number[][] =>
  [0, 10].flatMap((x) => [0, 10].flatMap((y) => [0, 10].map((z) => [x + at, y, z])));

/** A cube beside a wall, with room to move away from it. */
const BAY = {
  parts: [{ id: 'block', verticesMm: cube(0) }],
  obstacles: [{ id: 'wall', verticesMm: cube(14) }],
  requiredGapsMm: [{ part: 'block', obstacle: 'wall', gapMm: 5 }],
  search: { xMm: [-4, 4], yMm: [-2, 2], zMm: [-2, 2], pitchDeg: [-1, 1], cantDeg: [0, 0] },
  yawDeg: 0,
  cantDeg: 0,
};

/** A bay with little in it, so that what searches has done soon. */
const BARE = {
  ...tug,
  chassis: { ...tug.chassis!, obstacles: tug.chassis!.obstacles.filter((o) => /crossmember|steering-box/.test(o.id)) },
};
const OF_C = { build: BARE, candidate: tug.candidates.find((c) => c.id === 'c')!, library };

const HOLE = { id: 'A1', uMm: 100, vMm: 0, diameterMm: 10 };
const GOOD: Readonly<Record<string, Record<string, unknown>>> = {
  'curve.units': { torqueNm: 200, engineRpm: 5252 },
  'curve.evaluate': {
    curveRpm: [1000, 2000, 3000],
    curveTorqueNm: [100, 120, 110],
    queryRpm: [1500],
    bandLowRpm: 1200,
    bandHighRpm: 2800,
  },
  'atmosphere.correction': {
    barometerKpa: 95,
    temperatureC: 33,
    relativeHumidityPct: 55,
    measuredPowerKw: 100,
    din70020PressureBasis: 'dry',
    fuelFlowGramPerS: 2.9,
    displacementL: 2,
    engineRpm: 3600,
    strokes: 4,
    chargePressureRatio: 1.4,
    turbocharged: true,
  },
  'gearing.converterStall': {
    converterKRpmPerSqrtNm: 150,
    curveRpm: [1000, 2000, 3500],
    curveTorqueNm: [160, 200, 260],
  },
  'gearing.converterTorqueRatio': { stallTorqueRatio: 2.1, couplingSpeedRatio: 0.88, speedRatio: [0, 0.5, 0.9] },
  'gearing.hillStart': {
    massKg: 1350,
    trailerMassKg: 900,
    noseLoadN: 600,
    hitchBehindRearAxleMm: 950,
    hitchHeightMm: 420,
    wheelbaseMm: 2440,
    frontAxleToComMm: 1190,
    comHeightMm: 540,
    drive: 'rear',
    rearTorqueShare: 1,
    frictionCoefficient: 0.9,
    frictionPlusMinus: 0.08,
    thrustPlusMinusPct: 4,
    rollingCoefficient: 0.013,
    launch: { kind: 'clutch', launchTorqueNm: 140 },
    firstGearRatio: 3.6,
    lowRangeRatio: 1,
    finalDrive: 3.9,
    rollingRadiusMm: 300,
    drivelineEfficiency: 0.9,
    accelerationMPerS2: 0.5,
    gradePct: 16,
  },
  'stress.hillLaunch': {
    massKg: 1350,
    trailerMassKg: 400,
    gradePct: 12,
    rollingCoefficient: 0.013,
    launchRpm: 1800,
    clutchTorqueNm: 150,
    firstGearRatio: 3.45,
    lowRangeRatio: 1,
    finalDrive: 3.9,
    rollingRadiusMm: 300,
    drivelineEfficiency: 0.9,
  },
  'driveline.plunge': {
    innerJointMm: [-20, 330, 300],
    outerJointMm: { bump: [-22, 552, 345], static: [-25, 560, 285], droop: [-28, 551, 215] },
    engineMovementsMm: [
      [0, 0, 0],
      [0, 8, 2],
    ],
    spanFullyInMm: 205,
    spanFullyOutMm: 262,
    endReserveMm: 3,
    staticAngleLimitDeg: 7,
    jointAngleLimitDeg: 24,
  },
  'run.inertia': {
    tyreMassKg: 8.5,
    rimMassKg: 7,
    rollingRadiusMm: 300,
    rimDiameterIn: 15,
    wheels: 4,
    displacementL: 1.6,
    flywheelMassKg: 5.5,
    clutchMassKg: 5.5,
    curveRpm: [1000, 2000, 3000],
    curveTorqueNm: [100, 160, 150],
    idleRpm: 900,
    redlineRpm: 5000,
  },
  'stress.criticalSpeed': {
    outerDiameterMm: 63.5,
    innerDiameterMm: 60.2,
    lengthMm: 600,
    youngModulusGpa: 206,
    densityKgPerM3: 7850,
    propshaftRpmAtTopSpeed: 6500,
  },
  'run.simulate': {
    distanceM: 402.336,
    massKg: 1100,
    wheelInertiaKgM2: 3.6,
    engineInertiaKgM2: 0.18,
    curveRpm: [1000, 2500, 4000, 6500],
    curveTorqueNm: [130, 170, 188, 150],
    gearRatios: [3.62, 2.05, 1.36, 1.03],
    finalDrive: 3.9,
    rollingRadiusMm: 301,
    drivelineEfficiency: 0.92,
    launchRpm: 2500,
    clutchTorqueNm: 260,
    shiftRpm: 6400,
    shiftTimeS: 0.3,
    frictionCoefficient: 0.9,
    drive: 'rear',
    frontAxleToComMm: 1150,
    wheelbaseMm: 2440,
    comHeightMm: 510,
    dragAreaM2: 0.62,
    rollingCoefficient: 0.013,
  },
  'mass.bridge': {
    quotedMassKg: 118,
    quotedBasis: 'bare',
    quotedPlusMinusPct: 3,
    items: [{ name: 'oil', sign: 1, massKg: 4, plusMinusKg: 0.3 }],
  },
  'mass.axles': {
    weighedFrontKg: 612,
    weighedRearKg: 498,
    wheelbaseMm: 2440,
    carComYMm: 6,
    carComZMm: 530,
    out: [],
    in: [{ massKg: 20, comMm: [0, 0, 400] }],
  },
  'mass.corners': {
    wheelbaseMm: 2400,
    trackFrontMm: 1420,
    trackRearMm: 1400,
    frontLeftKg: 281,
    frontRightKg: 274,
    rearLeftKg: 244,
    rearRightKg: 233,
  },
  'driveline.jointAngles': {
    frontJointMm: [-900, 0, 320],
    rearJointMm: [-2100, 10, 290],
    gearboxPitchDeg: 2.5,
    pinionPitchDeg: 2,
    gearboxYawDeg: 0.2,
    pinionYawDeg: 0,
  },
  'driveline.halfShaft': { innerJointMm: [0, 190, 280], outerJointMm: [6, 620, 270] },
  'placement.evaluate': {
    ...BAY,
    placement: { xMm: 0, yMm: 0, zMm: 0, pitchDeg: 1, cantDeg: 0 },
  },
  'placement.search': BAY,
  'placement.recipe': {
    ...BAY,
    changes: [{ target: 'wall', option: 'back', cost: 20, verticesMm: cube(40), neverCut: false }],
    maxOptionsPerTarget: 1,
  },
  'brakes.stops': {
    massKg: 1240,
    fromKph: 100,
    toKph: 50,
    decelerationG: 0.3,
    rotatingShare: 0.04,
    fittedFrontShare: 0.7,
    wheelbaseMm: 2440,
    frontAxleToComMm: 1180,
    comHeightMm: 530,
    frontBrake: {
      kind: 'disc',
      outerDiameterMm: 239,
      innerDiameterMm: 140,
      thicknessMm: 12,
      vented: false,
      massKg: 2.6,
    },
    rearBrake: { kind: 'drum', diameterMm: 203, widthMm: 38, thicknessMm: 8, massKg: 2.1 },
    discDensityKgPerM3: 7200,
    specificHeatJPerKgK: 480,
    stops: 15,
    intervalS: 45,
    frontTimeConstantS: 180,
    rearTimeConstantS: 250,
    airC: 25,
    padLimitC: 450,
    temperaturePlusMinusC: 25,
  },
  'brakes.descent': {
    massKg: 1240,
    unbrakedTrailerMassKg: 650,
    speedKph: 60,
    gradePct: 8,
    lengthM: 6000,
    rollingCoefficient: 0.013,
    dragAreaM2: 0.72,
    airDensityKgPerM3: 1.15,
    engineBrakingKw: 9,
    fittedFrontShare: 0.7,
    wheelbaseMm: 2440,
    frontAxleToComMm: 1180,
    comHeightMm: 530,
    frontBrakeMassKg: 4.2,
    rearBrakeMassKg: 2.6,
    specificHeatJPerKgK: 480,
    frontTimeConstantS: 180,
    rearTimeConstantS: 250,
    airC: 25,
    padLimitC: 450,
    temperaturePlusMinusC: 25,
  },
  'mounts.body': {
    lumps: [{ massKg: 120, comMm: [0, 0, 100], boxSizeMm: [500, 400, 450] }],
    mounts: [
      { id: 'left', positionMm: [100, 300, 0], stiffnessNPerMm: [100, 80, 200] },
      { id: 'right', positionMm: [100, -300, 0], stiffnessNPerMm: [100, 80, 200] },
      { id: 'tail', positionMm: [-500, 0, -20], stiffnessNPerMm: [60, 80, 150] },
    ],
  },
  'mounts.loads': {
    lumps: [{ massKg: 120, comMm: [0, 0, 100], boxSizeMm: [500, 400, 450] }],
    mounts: [
      { id: 'left', positionMm: [100, 300, 0], stiffnessNPerMm: [100, 80, 200] },
      { id: 'right', positionMm: [100, -300, 0], stiffnessNPerMm: [100, 80, 200] },
      { id: 'tail', positionMm: [-500, 0, -20], stiffnessNPerMm: [60, 80, 150] },
    ],
    torqueReactionNm: [600, 0, 0],
  },
  'mounts.transmissibility': { excitationHz: 26, naturalHz: 9, dampingRatio: 0.06 },
  'mounts.firing': { engineRpm: 800, cylinders: 4, strokes: 4 },
  'joints.resolve': {
    joints: ['bell', 'clutch'],
    parts: [
      { id: 'a', closes: ['bell'], cost: 100, hours: 2, massKg: 1, requires: [], excludes: [] },
      { id: 'b', closes: ['clutch'], cost: 50, hours: 1, massKg: 1, requires: ['a'], excludes: [] },
    ],
    objective: 'cost',
    alternatives: 1,
  },
  'plates.overlay': { patternA: [HOLE], patternB: [{ ...HOLE, id: 'B1', uMm: 60 }], clockingDeg: 5 },
  'plates.clocking': { patternA: [HOLE], patternB: [{ ...HOLE, id: 'B1', uMm: 60 }], fromDeg: -10, toDeg: 10 },
  'plates.thickness': {
    shaftStickOutMm: 22,
    pilotMouthDepthMm: -6,
    pilotBottomDepthMm: 14,
    pilotEngagementMm: 8,
    tipClearanceMm: 2,
    splineDiameterMm: 23,
    splineStartMm: -62,
    splineEndMm: -20,
    hubRearMm: -56,
    hubFrontMm: -24,
  },
  'plates.slot': { holeDiameterMm: 11, flywheelCircleMm: 76, crankCircleMm: 72, registerDiameterMm: 46 },
  'wiring.wire': { currentA: 22, pathLengthM: 3.2, conductorTemperatureC: 60, allowedDropV: 0.36, ampacityShare: 0.8 },
  'wiring.drop': { currentA: 15, pathLengthM: 4, sizeMm2: 2.5, conductorTemperatureC: 20, systemVoltageV: 12 },
  'money.line': { low: 200, likely: 300, high: 700 },
  'money.quick': {
    lines: [{ id: 'a', low: 900, likely: 1400, high: 2600, currencyRate: 1.18, supplierClass: 'x' }],
    labourHours: 6.5,
    labourRate: 48,
  },
  'money.draw': {
    lines: [{ id: 'a', low: 900, likely: 1400, high: 2600, quantity: 2, chance: 0.5 }],
    budget: 2000,
    draws: 200,
  },
  'work.path': {
    tasks: [
      { id: 'a', hours: 2, after: [] },
      { id: 'b', hours: 3, after: ['a'] },
    ],
  },
  'work.gate': { gate: 'first-start', conditions: { engineOil: true, coolant: false } },
  'wiring.awg': { awg: [18, 0] },
  'wiring.tacho': {
    engineCylinders: 8,
    strokes: 4,
    signal: 'coil-single',
    gaugeExpectsCylinders: 4,
    engineRpm: 3000,
  },
  'wiring.speedo': {
    sensorPulsesPerOutputRev: 4,
    oldFinalDrive: 3.94,
    newFinalDrive: 3.94,
    oldRollingCircumferenceMm: 1780,
    newRollingCircumferenceMm: 1932,
    trueSpeedKph: 100,
  },
  'pedals.release': {
    pedalTravelMm: 135,
    pedalRatio: 5.2,
    masterDiameterMm: 19.05,
    slaveOuterDiameterMm: 20.64,
    slaveInnerDiameterMm: 0,
    forkRatio: 1.55,
    bearingLoadN: 1750,
    travelAskedMm: 8.5,
  },
  'mounts.bush': { shoreA: 55, innerDiameterMm: 14, outerDiameterMm: 40, bushLengthMm: 40 },
  'mounts.block': { shoreA: 55, blockLengthMm: 60, blockWidthMm: 50, blockThicknessMm: 30 },
  'brakes.hydraulics': {
    massKg: 1560,
    pedalForceN: 200,
    pedalRatio: 4.2,
    servoRatio: 2.2,
    masterDiameterMm: 25.4,
    padFriction: 0.38,
    frontPistonAreaOneSideMm2: 1810,
    rearPistonAreaOneSideMm2: 907,
    frontEffectiveRadiusMm: 108,
    rearEffectiveRadiusMm: 105,
    rollingRadiusMm: 300,
    targetDecelerationG: 0.8,
    pedalForceLimitN: 500,
    frontCircuitVolumeMm3: 1900,
    rearCircuitVolumeMm3: 900,
  },
  'donor.inspection': {
    fuel: 'petrol',
    compressionBar: [12.4, 12.1, 12.6, 12.3],
    compressionPlusMinusBar: 0.3,
    makersLeastBar: 10.5,
    leakDownPct: [6, 8, 5, 9],
    endPlayMm: 0.11,
    endPlayLimitMm: 0.3,
    oilPressureBar: 3.4,
    oilPressureLeastBar: 2,
    scoredBores: [],
  },
  'mass.bases': {
    quotedMassKg: 205,
    quotedPlusMinusKg: 7,
    quotedBasis: 'complete with shafts',
    includedInQuote: ['alternator', 'flywheel'],
    recordTransmission: { kind: 'transaxle', massKg: null, plusMinusKg: null },
    recordShafts: ['half shafts pair'],
    recordFluids: [{ name: 'oil', massKg: 4.2, plusMinusKg: 0.3 }],
    candidateTransmission: { kind: 'transaxle', massKg: 41, plusMinusKg: 1 },
    candidateAncillaries: ['alternator'],
    candidateShafts: ['half shafts pair'],
    candidateFluids: [{ name: 'oil', massKg: 3.9, plusMinusKg: 0.2 }],
    comesOut: [{ name: 'old engine', massKg: 168, plusMinusKg: 3 }],
    ancillaryTable: {
      alternator: { massKg: 5.5, plusMinusKg: 0.8 },
      flywheel: { massKg: 8, plusMinusKg: 1.5 },
      'clutch cover and plate': { massKg: 5.5, plusMinusKg: 1 },
      'half shafts pair': { massKg: 13, plusMinusKg: 2.5 },
    },
    typicalTransmissions: { transaxle: { massKg: 38, plusMinusKg: 7 } },
  },
  'mass.comHeight': {
    wheelbaseMm: 2400,
    wheelRadiusMm: 285,
    totalKg: 880,
    levelKg: 470,
    liftedKg: 488,
    liftMm: 500,
  },
  'mass.powerToWeight': { powerKw: 60, massKg: 480, driverKg: 75, fuelL: 20, fuelDensityKgPerL: 0.745 },
  'mass.tie': { aMassKg: 152, aPlusMinusKg: 4, bMassKg: 157, bPlusMinusKg: 3 },
  'gearing.tyre': { tyreCode: '185/65R15', rollingFactor: 0.97, measuredRollingCircumferenceMm: 1880 },
  'gearing.speeds': {
    gearRatios: [3.6, 2, 1],
    finalDrive: 3.9,
    rollingRadiusMm: 300,
    engineRpm: 6000,
    shiftRpm: 5800,
    cruiseKph: 100,
    reverseRatio: 3.2,
    minCruiseRpm: 1800,
  },
  'gearing.topSpeed': {
    curveRpm: [1000, 3000, 6000],
    curveTorqueNm: [105, 150, 130],
    redlineRpm: 6000,
    gearRatios: [3.6, 2, 1],
    finalDrive: 3.9,
    rollingRadiusMm: 300,
    drivelineEfficiency: 0.9,
    massKg: 1100,
    trailerMassKg: 0,
    rollingCoefficient: 0.013,
    dragAreaM2: 0.6,
    airDensityKgPerM3: 1.2,
    gradePct: 1,
  },
  'gearing.gradeability': {
    torqueNm: 180,
    gearRatio: 2.4,
    finalDrive: 3.9,
    rollingRadiusMm: 300,
    drivelineEfficiency: 0.9,
    massKg: 1500,
    trailerMassKg: 1200,
    rollingCoefficient: 0.016,
    airDragN: 10,
  },
  'gearing.traction': {
    massKg: 1120,
    wheelbaseMm: 2440,
    frontAxleToComMm: 1150,
    comHeightMm: 520,
    frictionCoefficient: 0.9,
    drive: 'all',
    rearTorqueShare: 0.6,
    peakTorqueNm: 320,
    gearRatios: [3.6, 2, 1],
    finalDrive: 3.9,
    rollingRadiusMm: 300,
    drivelineEfficiency: 0.9,
  },
  'stress.gripTorque': {
    frictionCoefficient: 0.9,
    drivenAxleLoadN: 6000,
    rollingRadiusMm: 300,
    firstGearRatio: 3.6,
    finalDrive: 3.9,
    drivelineEfficiency: 0.9,
    peakTorqueNm: 200,
    serviceFactor: 1.15,
  },
  'stress.torqueMargin': { ratingNm: 300, peakTorqueNm: 250, use: 'track', gripTorqueNm: 400 },
  'stress.clutchCapacity': {
    outerRadiusMm: 115,
    innerRadiusMm: 75,
    frictionFaces: 2,
    frictionCoefficient: 0.3,
    clampLoadN: 6200,
    peakTorqueNm: 290,
  },
  'stress.clutchLaunch': {
    massKg: 1180,
    launchRpm: 3500,
    rollingRadiusMm: 300,
    firstGearRatio: 3.6,
    finalDrive: 3.9,
    clutchTorqueNm: 300,
    loadTorqueNm: 40,
  },
  'stress.donorMass': { testMassKg: 1260, donorKerbMassKg: 1480 },
  'fit.signedDistance': { aVerticesMm: cube(0), bVerticesMm: cube(25) },
  'engine.compression': {
    boreMm: 86,
    strokeMm: 86,
    cylinders: 4,
    chamberCc: 48,
    gasketBoreMm: 87.5,
    gasketThicknessMm: 1.2,
    deckClearanceMm: 0.4,
    pistonDishCc: 2,
    rodLengthMm: 140,
    intakeClosingDegAbdc: 50,
  },
  'engine.knock': { staticCompression: 9.5, pressureRatio: 1.5, octaneRon: 95, directInjection: true },
  'engine.injectors': {
    powerKw: 120,
    bsfcGPerKwh: 295,
    injectors: 4,
    targetDuty: 0.85,
    fuelDensityKgPerL: 0.745,
    railPressureDifferenceBar: 3,
    referencePressureBar: 3,
    ratedFlowCcPerMin: 240,
    reservePct: 20,
  },
  'engine.charge': {
    inletTemperatureC: 25,
    pressureRatio: 1.7,
    compressorEfficiency: 0.7,
    intercoolerEffectiveness: 0.6,
    coolingAirTemperatureC: 30,
  },
  'engine.blower': {
    blowerCcPerRev: 850,
    driveRatio: 2.1,
    blowerVolumetricEfficiency: 0.9,
    displacementCc: 1400,
    engineVolumetricEfficiency: 0.88,
    inletC: 25,
    blowerEfficiency: 0.6,
    coolerEffectiveness: 0.6,
    coolingAirC: 30,
  },
  'engine.spray': {
    fuelGramPerS: 12,
    airFuelRatio: 12,
    shareOfFuel: 0.15,
    methanolShare: 0.5,
    by: 'volume',
    evaporated: 0.4,
    tankL: 6,
  },
  'engine.airFlow': {
    powerKw: 150,
    bsfcGPerKwh: 320,
    airFuelRatio: 12,
    compressorInletC: 30,
    compressorInletKpa: 98,
    correctedToC: 15,
    correctedToKpa: 101,
  },
  'engine.volumetricEfficiency': {
    torqueNm: 165,
    engineRpm: 4000,
    bsfcGPerKwh: 285,
    airFuelRatio: 13,
    displacementCc: 1998,
    airTemperatureC: 30,
    airPressureKpa: 100,
  },
  'engine.exhaust': {
    gasMassFlowKgPerS: 0.12,
    gasTemperatureC: 750,
    gasPressureKpa: 105,
    pipeInnerDiameterMm: 51,
    gasConstantJPerKgK: 287,
    pipes: 1,
    targetSpeedMPerS: 75,
    powerKw: 100,
    kwPerCm2: 2.2,
  },
  'engine.bobWeight': {
    rodsPerPin: 2,
    rodBigEndG: 432,
    rodBearingG: 44,
    rodSmallEndG: 168,
    pistonG: 488,
    pinG: 122,
    ringsG: 58,
    locksG: 3,
    oilG: 4,
    reciprocatingPct: 50,
  },
  'cooling.core': {
    ambientC: 38,
    airDensityKgPerM3: 1.12,
    roadKph: 90,
    faceSpeedShare: 0.2,
    fanFlowM3PerS: 0.4,
    coreWidthMm: 620,
    coreHeightMm: 380,
    coreThicknessMm: 32,
    topHoseLimitC: 105,
    topHoseMarginK: 5,
    capGaugeKpa: 90,
    coolant: 'water',
    ambientPressureKpa: 101.325,
    coresBefore: [{ name: 'condenser', heatKw: 6 }],
  },
  'cooling.charge': {
    powerKw: 110,
    bsfcGPerKwh: 225,
    airFuelRatio: 22,
    lowerHeatingValueMjPerKg: 42.8,
    compressorInletC: 45,
    pressureRatio: 2.2,
    compressorEfficiency: 0.7,
    chargeCoolerEffectiveness: 0.68,
    ambientC: 35,
    airDensityKgPerM3: 1.13,
    faceSpeedMPerS: 6,
    coreWidthMm: 600,
    coreHeightMm: 380,
  },
  'cooling.duties': {
    fuel: 'petrol',
    massKg: 1350,
    trailerMassKg: 900,
    gradePct: 8,
    haulingKph: 70,
    rollingCoefficient: 0.013,
    dragAreaM2: 1.25,
    airDensityKgPerM3: 1.1,
    drivelineEfficiency: 0.9,
    fullPowerKw: 135,
    bsfcGPerKwh: 290,
    lowerHeatingValueMjPerKg: 43,
    waterToOilExchanger: false,
    oilCoolerInFront: true,
    condenserKw: 6,
    useSharePct: 60,
    ambientC: 40,
    topHoseC: 100,
    faceSpeedShare: 0.2,
    fanFlowM3PerS: 0.9,
    coreWidthMm: 640,
    coreHeightMm: 400,
    coreThicknessMm: 34,
  },
  'engine.coolantHeat': {
    fullPowerKw: 180,
    bsfcGPerKwh: 290,
    lowerHeatingValueMjPerKg: 43,
    useDuty: 0.6,
    coolantShare: 0.3,
  },
  'engine.sisterCurve': {
    sisterRpm: [1000, 3000, 6000],
    sisterTorqueNm: [120, 170, 130],
    sisterDisplacementCc: 1800,
    displacementCc: 2000,
    sisterCompression: 10,
    compression: 10.5,
    speedFactor: 1.05,
    fillingFactor: 1.02,
    chargeDensity: 1,
    kind: 'four valves',
  },
  'buying.rebuild': {
    travelledKm: { value: 160000, evidence: 'claimed' },
    condition: 'said to run',
    inspection: { compressionBar: [12, 12], leakDownPct: [8, 9], marksRead: [], faultsFound: [] },
  },
  'buying.ways': {
    listings: [listing('v6-whole-car')],
    engine: library.engines[0],
    gearbox: library.gearboxes[0],
    parts: [],
    library,
    hourlyRate: 48,
  },
  'buying.price': {
    offers: [listing('v6-engine-only'), listing('v6-high-mileage')],
    currency: 'EUR',
    supply: { scarcity: 'rare', makerActive: false },
  },
  assess: { build: tug, candidateId: 'c', library },
  'candidate.place': { ...OF_C, cantDeg: 0 },
  'candidate.recipes': { ...OF_C, cantDeg: 0, wantMm: 5 },
  'candidate.installPath': { ...OF_C, from: 'above' },
  'candidate.joints': { ...OF_C, weights: { cost: 1 }, pinned: [], refused: [], fabricate: true },
  'candidate.mountLayouts': OF_C,
  'candidate.money': OF_C,
  'candidate.stages': OF_C,
  'candidate.mountTypes': OF_C,
  'candidate.run': { ...OF_C, choices: { day: 'worst', grip: 'wet', trailer: false, gradePct: 4 } },
  'candidate.gearings': { ...OF_C, scope: 'this gearbox' },
  'candidate.gearboxes': { ...OF_C, powersKw: [120, 180] },
  ...Object.fromEntries(CALCULATORS.map((c) => [`calculator.${c.id}`, startingInputs(c, undefined)])),
};

// Smoothing what it makes takes as long as making it, and is asked of few inputs each.
const ajv = new Ajv({ allErrors: true, strict: false, code: { optimize: false } });
const checks = new Map(SUMS.map((s) => [s.name, { input: ajv.compile(s.input), output: ajv.compile(s.output) }]));

beforeAll(async () => {
  for (const s of SUMS) await s.prepare?.();
});

/** What an edge does: checks the input, runs the sum, checks the output. */
function ask(name: string, input: unknown): { refused: string[] } | { answer: unknown } {
  const { input: check, output } = checks.get(name)!;
  if (!check(input)) return { refused: fieldProblems((check.errors ?? []) as never).map((p) => p.pointer) };
  try {
    const answer = finished(sumNamed(name)!.run(input));
    expect([output(answer), output.errors]).toEqual([true, null]);
    return { answer };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    expect(error.message).toMatch(/^\S.* .*[.!?]$/);
    return { refused: [error.pointer] };
  }
}

/** Every number of an answer, however deep. */
function numbers(value: unknown): number[] {
  if (typeof value === 'number') return [value];
  if (value !== null && typeof value === 'object') return Object.values(value).flatMap(numbers);
  return [];
}

test('there is a good input here for every sum, so that a new one is not forgotten', () => {
  expect(Object.keys(GOOD).sort()).toEqual(SUMS.map((s) => s.name).sort());
});

describe.each(SUMS.map((s) => s.name))('%s', (name) => {
  const good = GOOD[name]!;
  const required = ((sumNamed(name)!.input as unknown as { required?: string[] }).required ?? []).filter(
    (k) => k in good,
  );

  test('answers a good input with finite figures that fit its output schema', () => {
    const r = ask(name, good);
    expect(r).toHaveProperty('answer');
    const list = numbers('answer' in r ? r.answer : []);
    expect(list.length).toBeGreaterThan(0);
    expect(list.every(Number.isFinite)).toBe(true);
  });

  test('asked twice, answers the same and leaves its input alone', () => {
    const before = JSON.stringify(good);
    const first = JSON.stringify(ask(name, good));
    expect(JSON.stringify(ask(name, good))).toBe(first);
    expect(JSON.stringify(good)).toBe(before);
  });

  test('names a field that is missing', () => {
    for (const key of required) {
      const { [key]: _gone, ...rest } = good;
      expect(ask(name, rest)).toEqual({ refused: expect.arrayContaining([`/${key}`]) as string[] });
    }
  });

  test('names a field of the wrong type, and does not coerce it', () => {
    for (const key of Object.keys(good)) {
      const wrong = typeof good[key] === 'string' ? 12 : String(good[key]);
      const r = ask(name, { ...good, [key]: wrong });
      expect('refused' in r && r.refused.some((p) => p === `/${key}` || p.startsWith(`/${key}/`))).toBe(true);
    }
  });

  test('names a field that it does not know', () => {
    expect(ask(name, { ...good, colour: 'red' })).toEqual({ refused: ['/colour'] });
  });

  test('refuses or answers a number below nought, but never with something that is not a number', () => {
    for (const key of Object.keys(good)) {
      if (typeof good[key] !== 'number') continue;
      const r = ask(name, { ...good, [key]: -Math.abs(good[key]) });
      if ('refused' in r) expect(r.refused.some((p) => p.startsWith(`/${key}`))).toBe(true);
      else expect(numbers(r.answer).every(Number.isFinite)).toBe(true);
    }
  });

  test('of figures as far off as an edge lets them in, it makes numbers or names the field', () => {
    for (const key of Object.keys(good)) {
      if (typeof good[key] !== 'number') continue;
      for (const far of [1e12, -1e12, 1e-60]) {
        const r = ask(name, { ...good, [key]: far });
        if ('answer' in r) expect([key, far, numbers(r.answer).every(Number.isFinite)]).toEqual([key, far, true]);
      }
    }
  });
});
