import { Type } from 'typebox';
import { defineSum, EvidenceSchema } from '../../model/index.ts';
import { axlesAfter, comFromCorners, comHeightFromLift } from './axles.ts';
import { massBases } from './bases.ts';
import { massDifference, sumMassBuildUp } from './buildUp.ts';
import { powerToWeight } from './powerToWeight.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });
const zeroUp = Type.Number({ minimum: 0 });
const placed = Type.Array(Type.Object({ massKg: zeroUp, comMm: Type.Tuple([N, N, N]) }, closed));

const mass = Type.Object({ massKg: zeroUp, plusMinusKg: zeroUp }, closed);
const massed = Type.Object({ name: Type.String(), massKg: zeroUp, plusMinusKg: zeroUp }, closed);
const transmission = Type.Object(
  {
    kind: Type.String(),
    massKg: Type.Union([zeroUp, Type.Null()]),
    plusMinusKg: Type.Union([zeroUp, Type.Null()]),
  },
  closed,
);

export const massSums = [
  defineSum({
    name: 'mass.bridge',
    title: 'Mass build-up from quoted to installed mass',
    input: Type.Object(
      {
        quotedMassKg: positive,
        quotedBasis: O(Type.String()),
        quotedPlusMinusPct: O(zeroUp),
        quotedPlusMinusKg: O(zeroUp),
        quotedEvidence: O(EvidenceSchema),
        items: Type.Array(
          Type.Object(
            {
              name: Type.String(),
              sign: Type.Unsafe<1 | -1>({ type: 'number', enum: [1, -1] }),
              massKg: zeroUp,
              plusMinusKg: O(zeroUp),
              evidence: O(EvidenceSchema),
            },
            closed,
          ),
        ),
      },
      closed,
    ),
    output: Type.Object({ installedMassKg: N, plusMinusKg: N }, closed),
    run: (input) => {
      const quotedScatter =
        input.quotedPlusMinusKg ??
        (input.quotedPlusMinusPct === undefined ? undefined : (input.quotedMassKg * input.quotedPlusMinusPct) / 100);
      return sumMassBuildUp(
        {
          value: input.quotedMassKg,
          evidence: input.quotedEvidence ?? 'claimed',
          ...(quotedScatter === undefined ? {} : { plusMinus: quotedScatter }),
        },
        input.items.map((item) => ({
          name: item.name,
          sign: item.sign,
          mass: {
            value: item.massKg,
            evidence: item.evidence ?? 'estimated',
            ...(item.plusMinusKg === undefined ? {} : { plusMinus: item.plusMinusKg }),
          },
        })),
      );
    },
  }),
  defineSum({
    name: 'mass.axles',
    title: 'Axle loads and centre of mass after removing and adding masses',
    input: Type.Object(
      {
        weighedFrontKg: positive,
        weighedRearKg: positive,
        wheelbaseMm: positive,
        carComYMm: O(N),
        carComZMm: O(N),
        out: placed,
        in: placed,
      },
      closed,
    ),
    output: Type.Object(
      {
        frontKg: N,
        rearKg: N,
        totalKg: N,
        frontPct: N,
        comXMm: N,
        comYMm: O(N),
        comZMm: O(N),
        changeFrontKg: N,
        changeRearKg: N,
      },
      closed,
    ),
    run: axlesAfter,
  }),
  defineSum({
    name: 'mass.corners',
    title: 'Centre of mass from four corner weights',
    input: Type.Object(
      {
        wheelbaseMm: positive,
        trackFrontMm: positive,
        trackRearMm: positive,
        frontLeftKg: zeroUp,
        frontRightKg: zeroUp,
        rearLeftKg: zeroUp,
        rearRightKg: zeroUp,
      },
      closed,
    ),
    output: Type.Object({ totalKg: N, comXMm: N, comYMm: N, frontPct: N, leftPct: N }, closed),
    run: comFromCorners,
  }),
  defineSum({
    name: 'mass.bases',
    title: 'From a quoted mass on its basis to what is installed, and the change of the car',
    input: Type.Object(
      {
        quotedMassKg: positive,
        quotedPlusMinusKg: zeroUp,
        quotedBasis: Type.String(),
        includedInQuote: Type.Array(Type.String()),
        recordTransmission: Type.Union([transmission, Type.Null()]),
        recordShafts: Type.Array(Type.String()),
        recordFluids: Type.Array(massed),
        candidateTransmission: transmission,
        candidateAncillaries: Type.Array(Type.String()),
        candidateShafts: Type.Array(Type.String()),
        candidateFluids: Type.Array(massed),
        comesOut: Type.Array(massed),
        ancillaryTable: Type.Record(Type.String(), mass),
        typicalTransmissions: Type.Record(Type.String(), mass),
      },
      closed,
    ),
    output: Type.Object({ installedMassKg: N, plusMinusKg: N, changeKg: N, changePlusMinusKg: N }, closed),
    run: massBases,
  }),
  defineSum({
    name: 'mass.comHeight',
    title: 'Centre of mass height from one axle lifted',
    input: Type.Object(
      {
        wheelbaseMm: positive,
        wheelRadiusMm: positive,
        totalKg: positive,
        levelKg: zeroUp,
        liftedKg: zeroUp,
        liftMm: positive,
      },
      closed,
    ),
    output: Type.Object({ comZMm: N }, closed),
    run: (w) => ({ comZMm: comHeightFromLift(w) }),
  }),
  defineSum({
    name: 'mass.powerToWeight',
    title: 'Power to weight, with or without driver and fuel',
    input: Type.Object(
      { powerKw: positive, massKg: positive, driverKg: O(zeroUp), fuelL: O(zeroUp), fuelDensityKgPerL: O(positive) },
      closed,
    ),
    output: Type.Object({ kwPerTonne: N, hpPerTonne: N, lbPerHp: N }, closed),
    run: powerToWeight,
  }),
  defineSum({
    name: 'mass.tie',
    title: 'Significance of the difference between two masses',
    input: Type.Object({ aMassKg: positive, aPlusMinusKg: zeroUp, bMassKg: positive, bPlusMinusKg: zeroUp }, closed),
    output: Type.Object({ differenceKg: N, scatterKg: N, tie: Type.Boolean() }, closed),
    run: (i) =>
      massDifference(
        { massKg: i.aMassKg, plusMinusKg: i.aPlusMinusKg },
        { massKg: i.bMassKg, plusMinusKg: i.bPlusMinusKg },
      ),
  }),
];
