import { Type } from 'typebox';
import { defineSum, USES } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { CLUTCH_RESERVE, clutchCapacity, clutchLaunch, hillLaunch } from './clutch.ts';
import { CRITICAL_SHARE, criticalRpm, longestMm, STEEL } from './propshaft.ts';
import { gripOf, gripTorqueNm, loadInGear, SERVICE_FACTOR } from './load.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });
const share = Type.Number({ exclusiveMinimum: 0, maximum: 1 });
const Use = Type.Unsafe<(typeof USES)[number]>({ type: 'string', enum: [...USES] });

export const stressSums = [
  defineSum({
    name: 'stress.gripTorque',
    title: 'Input-shaft torque at the grip limit; limiting factor (grip or engine)',
    input: Type.Object(
      {
        frictionCoefficient: positive,
        drivenAxleLoadN: O(positive),
        massKg: O(positive),
        frontAxleToComMm: O(positive),
        wheelbaseMm: O(positive),
        comHeightMm: O(positive),
        drive: O(Type.Unsafe<'front' | 'rear' | 'all'>({ type: 'string', enum: ['front', 'rear', 'all'] })),
        rearTorqueShare: O(Type.Number({ minimum: 0, maximum: 1 })),
        rollingRadiusMm: positive,
        firstGearRatio: positive,
        finalDrive: positive,
        drivelineEfficiency: share,
        peakTorqueNm: positive,
        serviceFactor: O(positive),
      },
      closed,
    ),
    output: Type.Object({ gripTorqueNm: N, loadNm: N, governs: Type.String() }, closed),
    run: (i) => {
      let grip: number;
      if (i.drivenAxleLoadN !== undefined)
        grip = gripOf({ frictionCoefficient: i.frictionCoefficient, drivenAxleLoadN: i.drivenAxleLoadN });
      else {
        const { massKg, frontAxleToComMm, wheelbaseMm, comHeightMm, drive } = i;
        if (massKg === undefined)
          throw new InputError(
            '/drivenAxleLoadN',
            'Enter driven axle load, or mass, distance from front axle to centre of mass, wheelbase, height of the centre of mass and drive.',
          );
        if (frontAxleToComMm === undefined)
          throw new InputError('/frontAxleToComMm', 'Load transfer needs distance from front axle to centre of mass.');
        if (wheelbaseMm === undefined) throw new InputError('/wheelbaseMm', 'Load transfer needs wheelbase.');
        if (comHeightMm === undefined)
          throw new InputError('/comHeightMm', 'Load transfer needs height of the centre of mass.');
        if (drive === undefined) throw new InputError('/drive', 'Load transfer needs drive: front, rear or all.');
        grip = gripOf({
          frictionCoefficient: i.frictionCoefficient,
          massKg,
          frontAxleToComMm,
          wheelbaseMm,
          comHeightMm,
          drive,
          rearTorqueShare: i.rearTorqueShare,
        });
      }
      const torque = gripTorqueNm(grip, i.rollingRadiusMm, i.firstGearRatio, i.finalDrive, i.drivelineEfficiency);
      return { gripTorqueNm: torque, ...loadInGear(i.peakTorqueNm, i.serviceFactor ?? 1, torque) };
    },
  }),
  defineSum({
    name: 'stress.torqueMargin',
    title: 'Safety factor: rating / load',
    input: Type.Object(
      {
        ratingNm: positive,
        peakTorqueNm: positive,
        serviceFactor: O(positive),
        use: O(Use),
        gripTorqueNm: O(positive),
      },
      closed,
    ),
    output: Type.Object({ margin: N, enough: Type.Boolean(), loadNm: N, governs: Type.String() }, closed),
    run: (i) => {
      const factor = i.serviceFactor ?? (i.use ? SERVICE_FACTOR[i.use] : 1);
      const load = loadInGear(i.peakTorqueNm, factor, i.gripTorqueNm ?? Infinity);
      const margin = i.ratingNm / load.loadNm;
      return { margin, enough: margin >= 1, ...load };
    },
  }),
  defineSum({
    name: 'stress.clutchCapacity',
    title: 'Torque capacity of a disc clutch and its margin over peak torque × 1.25',
    input: Type.Object(
      {
        outerRadiusMm: positive,
        innerRadiusMm: Type.Number({ minimum: 0 }),
        frictionFaces: Type.Integer({ minimum: 1 }),
        frictionCoefficient: positive,
        clampLoadN: positive,
        peakTorqueNm: O(positive),
      },
      closed,
    ),
    output: Type.Object(
      { capacityUniformWearNm: N, capacityUniformPressureNm: N, marginUniformWear: O(N), marginUniformPressure: O(N) },
      closed,
    ),
    run: (i) => {
      const capacity = clutchCapacity(i);
      if (i.peakTorqueNm === undefined) return capacity;
      const asked = i.peakTorqueNm * CLUTCH_RESERVE;
      return {
        ...capacity,
        marginUniformWear: capacity.capacityUniformWearNm / asked,
        marginUniformPressure: capacity.capacityUniformPressureNm / asked,
      };
    },
  }),
  defineSum({
    name: 'stress.clutchLaunch',
    title: 'Clutch heat per launch',
    input: Type.Object(
      {
        massKg: positive,
        launchRpm: positive,
        rollingRadiusMm: positive,
        firstGearRatio: positive,
        finalDrive: positive,
        clutchTorqueNm: O(positive),
        loadTorqueNm: O(Type.Number({ minimum: 0 })),
      },
      closed,
    ),
    output: Type.Object({ lockSpeedKph: N, launchEnergyJ: N }, closed),
    run: clutchLaunch,
  }),
  defineSum({
    name: 'stress.hillLaunch',
    title: 'Clutch heat of a start on a grade, with trailer',
    input: Type.Object(
      {
        massKg: positive,
        trailerMassKg: Type.Number({ minimum: 0 }),
        gradePct: Type.Number({ minimum: 0 }),
        rollingCoefficient: Type.Number({ minimum: 0 }),
        launchRpm: positive,
        clutchTorqueNm: positive,
        firstGearRatio: positive,
        lowRangeRatio: positive,
        finalDrive: positive,
        rollingRadiusMm: positive,
        drivelineEfficiency: Type.Number({ exclusiveMinimum: 0, maximum: 1 }),
      },
      closed,
    ),
    output: Type.Object({ loadTorqueNm: N, lockSpeedKph: N, slipTimeS: N, launchHeatJ: N }, closed),
    run: hillLaunch,
  }),
  defineSum({
    name: 'stress.donorMass',
    title: 'Vehicle mass / donor car mass',
    input: Type.Object({ testMassKg: positive, donorKerbMassKg: positive }, closed),
    output: Type.Object({ donorMassRatio: N, easyLife: Type.Boolean() }, closed),
    run: (i) => ({ donorMassRatio: i.testMassKg / i.donorKerbMassKg, easyLife: i.testMassKg < i.donorKerbMassKg }),
  }),
  defineSum({
    name: 'stress.criticalSpeed',
    title: 'Propshaft critical speed and share reached at top speed',
    input: Type.Object(
      {
        outerDiameterMm: positive,
        innerDiameterMm: Type.Number({ minimum: 0 }),
        lengthMm: positive,
        youngModulusGpa: O(positive),
        densityKgPerM3: O(positive),
        propshaftRpmAtTopSpeed: O(positive),
      },
      closed,
    ),
    output: Type.Object({ criticalRpm: N, shareOfCritical: O(N), flagged: O(Type.Boolean()), longestMm: O(N) }, closed),
    run: (i) => {
      const tube = { ...STEEL, ...i };
      const critical = criticalRpm(tube, i.lengthMm);
      const rpm = i.propshaftRpmAtTopSpeed;
      if (rpm === undefined) return { criticalRpm: critical };
      const share = rpm / critical;
      return {
        criticalRpm: critical,
        shareOfCritical: share,
        flagged: share > CRITICAL_SHARE,
        longestMm: longestMm(tube, rpm),
      };
    },
  }),
];
