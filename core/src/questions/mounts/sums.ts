import { Type } from 'typebox';
import { defineSum } from '../../model/index.ts';
import { InputError } from '../../units/index.ts';
import { firingHz, isHeld, modesOf, onMounts, settle, softestAxis, transmissibility, type Mount } from './elastic.ts';
import { rigidBody } from './rigidBody.ts';
import { block, bushBetween, roundBush, RUBBER_DOUBT, rubberMpa } from './rubber.ts';

const closed = { additionalProperties: false };
const O = Type.Optional;
const N = Type.Number();
const positive = Type.Number({ exclusiveMinimum: 0 });
const vec = (of: ReturnType<typeof Type.Number>, description?: string) =>
  Type.Unsafe<readonly [number, number, number]>({
    ...Type.Tuple([of, of, of]),
    ...(description ? { description } : {}),
  });

const onMountsInput = {
  lumps: Type.Array(
    Type.Object(
      { massKg: positive, comMm: vec(N), boxSizeMm: vec(positive, 'its own inertia is that of a cuboid') },
      closed,
    ),
    { minItems: 1, maxItems: 100 },
  ),
  mounts: Type.Array(
    Type.Object(
      {
        id: Type.String({ minLength: 1, maxLength: 64 }),
        positionMm: vec(N),
        stiffnessNPerMm: vec(Type.Number({ minimum: 0 }), 'along its own three directions'),
        freeTravelMm: O(
          Type.Number({ minimum: 0, description: 'to its stop, along any direction; ten times as stiff beyond' }),
        ),
        axes: O(
          Type.Unsafe<Mount['axes']>({
            ...Type.Tuple([vec(N), vec(N), vec(N)]),
            description: 'columns are its own directions in the axes of the car',
          }),
        ),
      },
      closed,
    ),
    { minItems: 1, maxItems: 24 },
  ),
  gravityMPerS2: O(positive),
};
const byMount = Type.Record(Type.String(), vec(N));
const settled = Type.Object(
  { comDisplacementMm: vec(N), rotationMrad: vec(N), mountForceOnPowertrainN: byMount, mountDeflectionMm: byMount },
  closed,
);
const G = 9.80665;

/** Mounts over HTTP, in the worker and for the reference runner: the powertrain as a rigid body on elastic mounts. */
export const mountSums = [
  defineSum({
    name: 'mounts.body',
    title: 'Powertrain on its mounts: six natural frequencies and the softest axis',
    input: Type.Object(onMountsInput, closed),
    output: Type.Object(
      {
        massKg: N,
        comMm: vec(N),
        inertiaKgM2: Type.Array(Type.Array(N)),
        modeFrequenciesHz: O(Type.Array(N)),
        modeMotions: O(Type.Array(Type.String())),
        staticSagMm: O(N),
        unrestrainedRotation: Type.Boolean(),
        softestRotationStiffnessNmPerRad: N,
        softestAxis: vec(N),
      },
      closed,
    ),
    run: ({ lumps, mounts, gravityMPerS2 = G }) => {
      const body = rigidBody(lumps);
      const on = onMounts(body, mounts);
      const modes = modesOf(on);
      const softest = softestAxis(on);
      const held = isHeld(on);
      return {
        massKg: body.massKg,
        comMm: body.comMm,
        inertiaKgM2: body.inertiaKgM2.map((row) => [...row]),
        ...(held
          ? {
              modeFrequenciesHz: modes.map((m) => m.hz),
              modeMotions: modes.map((m) => m.motion),
              staticSagMm: -settle(on, [0, 0, -body.massKg * gravityMPerS2], [0, 0, 0]).comDisplacementMm[2],
            }
          : {}),
        unrestrainedRotation: !held,
        softestRotationStiffnessNmPerRad: softest.stiffnessNmPerRad,
        softestAxis: softest.axis,
      };
    },
  }),
  defineSum({
    name: 'mounts.loads',
    title: 'Powertrain on its mounts: where weight and drive torque move it, and what each mount carries',
    input: Type.Object(
      {
        ...onMountsInput,
        torqueReactionNm: vec(N, 'on the powertrain, axes of the car'),
        peakTorqueNm: O(N),
        firstGearRatio: O(N),
        finalDrive: O(N),
        torqueAxis: O(Type.String({ maxLength: 1 })),
      },
      closed,
    ),
    output: Type.Object({ gravity: settled, torque: settled }, closed),
    run: ({ lumps, mounts, gravityMPerS2 = G, torqueReactionNm }) => {
      const body = rigidBody(lumps);
      const on = onMounts(body, mounts);
      return {
        gravity: settle(on, [0, 0, -body.massKg * gravityMPerS2], [0, 0, 0]),
        torque: settle(on, [0, 0, 0], torqueReactionNm),
      };
    },
  }),
  defineSum({
    name: 'mounts.transmissibility',
    title: 'Transmissibility of a mount',
    input: Type.Object(
      { excitationHz: positive, naturalHz: positive, dampingRatio: Type.Number({ minimum: 0 }) },
      closed,
    ),
    output: Type.Object({ transmissibility: N }, closed),
    run: (i) => ({ transmissibility: transmissibility(i.excitationHz, i.naturalHz, i.dampingRatio) }),
  }),
  defineSum({
    name: 'mounts.firing',
    title: 'Firings a second',
    input: Type.Object(
      {
        engineRpm: positive,
        cylinders: Type.Integer({ minimum: 1, maximum: 24 }),
        strokes: Type.Unsafe<2 | 4>({ type: 'number', enum: [2, 4] }),
      },
      closed,
    ),
    output: Type.Object({ firingHz: N }, closed),
    run: (i) => ({ firingHz: firingHz(i.engineRpm, i.cylinders, i.strokes) }),
  }),
  defineSum({
    name: 'mounts.bush',
    title: 'Stiffness of a round bush by its hardness and size',
    input: Type.Object(
      { shoreA: N, innerDiameterMm: positive, outerDiameterMm: positive, bushLengthMm: positive },
      closed,
    ),
    output: Type.Object(
      {
        shearMpa: N,
        axialNPerMm: N,
        radialNPerMm: N,
        radialPlusMinusNPerMm: N,
        axialPlusMinusNPerMm: N,
      },
      closed,
    ),
    run: ({ shoreA, innerDiameterMm, outerDiameterMm, bushLengthMm }) => {
      const { shearMpa } = rubberMpa(shoreA);
      if (outerDiameterMm <= innerDiameterMm)
        throw new InputError('/outerDiameterMm', 'The rubber has a wall: its outer diameter is above its inner one.');
      const found = roundBush(shearMpa, innerDiameterMm / 2, outerDiameterMm / 2, bushLengthMm);
      const radial = bushBetween(found, innerDiameterMm, outerDiameterMm, bushLengthMm);
      return {
        shearMpa,
        axialNPerMm: found.axialNPerMm,
        axialPlusMinusNPerMm: RUBBER_DOUBT * found.axialNPerMm,
        radialNPerMm: radial.nPerMm,
        radialPlusMinusNPerMm: Math.hypot(RUBBER_DOUBT, radial.doubt) * radial.nPerMm,
      };
    },
  }),
  defineSum({
    name: 'mounts.block',
    title: 'Stiffness of a rubber block by its hardness and size',
    input: Type.Object(
      { shoreA: N, blockLengthMm: positive, blockWidthMm: positive, blockThicknessMm: positive },
      closed,
    ),
    output: Type.Object({ youngMpa: N, shapeFactor: N, pressedNPerMm: N, shearedNPerMm: N, plusMinusShare: N }, closed),
    run: ({ shoreA, blockLengthMm, blockWidthMm, blockThicknessMm }) => {
      const { youngMpa } = rubberMpa(shoreA);
      const sizes = { lengthMm: blockLengthMm, widthMm: blockWidthMm, thickMm: blockThicknessMm };
      return { youngMpa, ...block(youngMpa, sizes), plusMinusShare: RUBBER_DOUBT };
    },
  }),
];
