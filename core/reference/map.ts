/**
 * Which registered sum answers a reference case: by its topic and the fields present. Field names follow the design, so
 * nothing but the choice of sum is needed; the sum called is the one behind the screen.
 */
export interface Case {
  readonly id: string;
  readonly topic: string;
  readonly input: Record<string, unknown>;
  readonly expected: Record<string, unknown>;
  readonly tolerance: Tolerance;
}

export interface Tolerance {
  readonly abs?: number;
  readonly rel?: number;
  readonly mode?: string;
  readonly keys?: Record<string, Tolerance>;
}

type Rule = readonly [fields: readonly string[], sum: string];

/** Topics asked for so far, each with its kinds of case; the first rule whose fields are all present is taken. */
const RULES: Readonly<Record<string, readonly Rule[]>> = {
  atmosphere: [
    [['barometerKpa'], 'atmosphere.correction'],
    [['temperatureC'], 'atmosphere.correction'],
  ],
  curves: [
    [['torqueNm', 'engineRpm'], 'curve.units'],
    [['curveRpm'], 'curve.evaluate'],
    [['curveTorqueNm'], 'curve.evaluate'],
  ],
  mass: [
    [['quotedMassKg'], 'mass.bridge'],
    [['weighedFrontKg'], 'mass.axles'],
    [['frontLeftKg'], 'mass.corners'],
    [['aMassKg'], 'mass.tie'],
    [['powerKw'], 'mass.powerToWeight'],
  ],
  gearing: [
    [['tyreCode'], 'gearing.tyre'],
    [['peakTorqueNm', 'frictionCoefficient'], 'gearing.traction'],
    [['torqueNm', 'gearRatio'], 'gearing.gradeability'],
    [['dragAreaM2'], 'gearing.topSpeed'],
    [['gearRatios', 'engineRpm'], 'gearing.speeds'],
  ],
  solids: [[['aVerticesMm'], 'fit.signedDistance']],
  placement: [
    [['placement'], 'placement.evaluate'],
    [['changes'], 'placement.recipe'],
    [['parts'], 'placement.search'],
  ],
  engine: [
    [['chamberCc'], 'engine.compression'],
    [['boreMm', 'strokeMm'], 'engine.compression'],
    [['injectors'], 'engine.injectors'],
    [['ratedFlowCcPerMin'], 'engine.injectors'],
    [['compressorEfficiency'], 'engine.charge'],
    [['intercoolerEffectiveness'], 'engine.charge'],
    [['gasMassFlowKgPerS'], 'engine.exhaust'],
    [['rodsPerPin'], 'engine.bobWeight'],
    [['useDuty'], 'engine.coolantHeat'],
    [['fullPowerKw'], 'engine.coolantHeat'],
    [['displacementCc', 'torqueNm'], 'engine.volumetricEfficiency'],
    [['airFuelRatio'], 'engine.airFlow'],
  ],
  run: [[['curveRpm', 'gearRatios'], 'run.simulate']],
  brakes: [
    [['stops'], 'brakes.stops'],
    [['lengthM'], 'brakes.descent'],
    [['masterDiameterMm'], 'brakes.hydraulics'],
  ],
  cooling: [
    [['coresBefore'], 'cooling.core'],
    [['compressorInletC'], 'cooling.charge'],
    [['haulingKph'], 'cooling.duties'],
  ],
  massbases: [[['quotedBasis'], 'mass.bases']],
  plates: [
    [['clockingDeg'], 'plates.overlay'],
    [['shaftStickOutMm'], 'plates.thickness'],
    [['flywheelCircleMm'], 'plates.slot'],
  ],
  resolver: [[['joints', 'parts'], 'joints.resolve']],
  money: [
    [['labourHours'], 'money.quick'],
    [['lines'], 'money.draw'],
    [['low'], 'money.line'],
  ],
  tasks: [
    [['tasks'], 'work.path'],
    [['gate'], 'work.gate'],
  ],
  wiring: [
    [['awg'], 'wiring.awg'],
    [['gaugeExpectsCylinders'], 'wiring.tacho'],
    [['sensorPulsesPerOutputRev'], 'wiring.speedo'],
    [['systemVoltageV'], 'wiring.drop'],
    [['allowedDropV'], 'wiring.wire'],
  ],
  pedals: [[['pedalTravelMm'], 'pedals.release']],
  mounts: [
    [['torqueReactionNm'], 'mounts.loads'],
    [['excitationHz'], 'mounts.transmissibility'],
    [['engineRpm', 'cylinders'], 'mounts.firing'],
    [['mounts'], 'mounts.body'],
  ],
  hillstart: [
    [['launch'], 'gearing.hillStart'],
    [['launchRpm'], 'stress.hillLaunch'],
  ],
  inertia: [[['tyreMassKg'], 'run.inertia']],
  plunge: [[['engineMovementsMm'], 'driveline.plunge']],
  inspection: [[['compressionBar'], 'donor.inspection']],
  driveline: [
    [['ratingNm'], 'stress.torqueMargin'],
    [['clampLoadN'], 'stress.clutchCapacity'],
    [['launchRpm'], 'stress.clutchLaunch'],
    [['testMassKg'], 'stress.donorMass'],
    [['firstGearRatio', 'peakTorqueNm'], 'stress.gripTorque'],
    [['converterKRpmPerSqrtNm'], 'gearing.converterStall'],
    [['stallTorqueRatio'], 'gearing.converterTorqueRatio'],
    [['outerDiameterMm'], 'stress.criticalSpeed'],
    [['frontJointMm'], 'driveline.jointAngles'],
    [['innerJointMm'], 'driveline.halfShaft'],
  ],
};

/** Where a case calls an answer otherwise than the sum does. */
export const ANSWER_NAMES: Readonly<Record<string, string>> = { bestMinMarginMmAtLeast: 'bestMinMarginMm' };

export function sumForCase(c: Case): { sum: string } | { skip: string } | { unmapped: true } {
  const rules = RULES[c.topic];
  if (!rules) return { skip: `topic ${c.topic} is not asked for yet` };
  const rule = rules.find(([fields]) => fields.every((f) => f in c.input));
  if (rule) return { sum: rule[1] };
  return { unmapped: true };
}
