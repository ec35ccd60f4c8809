import { Type } from 'typebox';
import { defineSum, Vec3 } from '../../model/index.ts';
import { hullOf, signedDistance } from '../../geometry/index.ts';
import { plunge } from './plunge.ts';
import { axisOf, halfShaft, jointAngles } from './shaftAngles.ts';

const closed = { additionalProperties: false };
const point = Vec3;
const positive = Type.Number({ exclusiveMinimum: 0 });

export const fitSums = [
  defineSum({
    name: 'fit.signedDistance',
    title: 'Signed distance of two convex solids, with witness points',
    input: Type.Object(
      { aVerticesMm: Type.Array(point, { maxItems: 256 }), bVerticesMm: Type.Array(point, { maxItems: 256 }) },
      closed,
    ),
    output: Type.Object(
      {
        signedDistanceMm: Type.Number(),
        witnessAMm: point,
        witnessBMm: point,
        separatingMoveOfBMm: Type.Optional(point),
      },
      closed,
    ),
    run: (input) => {
      const found = signedDistance(
        hullOf(input.aVerticesMm, '/aVerticesMm'),
        hullOf(input.bVerticesMm, '/bVerticesMm'),
      );
      return {
        signedDistanceMm: found.signedDistanceMm,
        witnessAMm: [...found.witnessA] as [number, number, number],
        witnessBMm: [...found.witnessB] as [number, number, number],
        ...(found.separatingMoveOfB
          ? { separatingMoveOfBMm: [...found.separatingMoveOfB] as [number, number, number] }
          : {}),
      };
    },
  }),
  defineSum({
    name: 'driveline.jointAngles',
    title: 'Angles of the two joints of a propshaft',
    input: Type.Object(
      {
        frontJointMm: point,
        rearJointMm: point,
        gearboxPitchDeg: Type.Number({ minimum: -45, maximum: 45 }),
        pinionPitchDeg: Type.Number({ minimum: -45, maximum: 45 }),
        gearboxYawDeg: Type.Optional(Type.Number({ minimum: -45, maximum: 45 })),
        pinionYawDeg: Type.Optional(Type.Number({ minimum: -45, maximum: 45 })),
      },
      closed,
    ),
    output: Type.Object(
      {
        frontJointDeg: Type.Number(),
        rearJointDeg: Type.Number(),
        frontSideDeg: Type.Number(),
        frontPlanDeg: Type.Number(),
        rearSideDeg: Type.Number(),
        rearPlanDeg: Type.Number(),
        eachInHalfToThree: Type.Boolean(),
        equalWithinOneDegInEachPlane: Type.Boolean(),
        residualDeg: Type.Number(),
        lengthMm: Type.Number(),
      },
      closed,
    ),
    run: (input) => ({
      ...jointAngles(
        input.frontJointMm,
        input.rearJointMm,
        axisOf(input.gearboxPitchDeg, input.gearboxYawDeg ?? 0),
        axisOf(input.pinionPitchDeg, input.pinionYawDeg ?? 0),
      ),
    }),
  }),
  defineSum({
    name: 'driveline.halfShaft',
    title: 'Angle and length of a half shaft at rest',
    input: Type.Object({ innerJointMm: point, outerJointMm: point }, closed),
    output: Type.Object({ angleDeg: Type.Number(), lengthMm: Type.Number(), withinSevenDeg: Type.Boolean() }, closed),
    run: (input) => halfShaft(input.innerJointMm, input.outerJointMm),
  }),
  defineSum({
    name: 'driveline.plunge',
    title: 'A half shaft through bump, droop and the engine’s movement: its length and its angles',
    input: Type.Object(
      {
        innerJointMm: point,
        outerJointMm: Type.Object({ bump: point, static: point, droop: point }, closed),
        engineMovementsMm: Type.Array(point, { minItems: 1, maxItems: 200 }),
        spanFullyInMm: positive,
        spanFullyOutMm: positive,
        endReserveMm: Type.Number({ minimum: 0 }),
        staticAngleLimitDeg: Type.Optional(positive),
        jointAngleLimitDeg: positive,
      },
      closed,
    ),
    output: Type.Object(
      {
        shortestSpanMm: Type.Number(),
        longestSpanMm: Type.Number(),
        inwardReserveMm: Type.Number(),
        outwardReserveMm: Type.Number(),
        leastReserveMm: Type.Number(),
        withinPlunge: Type.Boolean(),
        staticAngleDeg: Type.Number(),
        largestAngleDeg: Type.Number(),
        staticAngleWithin: Type.Boolean(),
        largestAngleWithin: Type.Boolean(),
      },
      closed,
    ),
    run: plunge,
  }),
];
