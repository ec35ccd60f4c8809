import Type from 'typebox';
import { defineSum, Vec3 } from '../model/index.ts';
import { hullOf } from './convex.ts';
import { signedDistance } from './distance.ts';

const closed = { additionalProperties: false };
const point = Vec3;

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
];
