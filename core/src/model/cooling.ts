import { Type } from 'typebox';
import { Name, PositiveFigure } from './figure.ts';

const closed = { additionalProperties: false };

export const CORE_PLACES = ['in front', 'on top', 'side or rear'] as const;
export type CorePlace = (typeof CORE_PLACES)[number];
export const CORE_SEALS = ['ducted', 'ordinary', 'badly sealed'] as const;
export type CoreSeal = (typeof CORE_SEALS)[number];
export const COOLANTS = ['water', 'water and glycol'] as const;
export type Coolant = (typeof COOLANTS)[number];

const SealSchema = Type.Unsafe<CoreSeal>({
  type: 'string',
  enum: [...CORE_SEALS],
  description: 'how the air is led to the core',
});
const fan = {
  fanM3PerH: Type.Optional(PositiveFigure),
  fanAmps: Type.Optional(PositiveFigure),
};

/** How the car cools beside the core of its radiator. */
export const Cooling = Type.Object(
  {
    place: Type.Optional(Type.Unsafe<CorePlace>({ type: 'string', enum: [...CORE_PLACES] })),
    seal: Type.Optional(SealSchema),
    airSharePct: Type.Optional(PositiveFigure),
    ...fan,
    capKpa: Type.Optional(PositiveFigure),
    coolant: Type.Optional(Type.Unsafe<Coolant>({ type: 'string', enum: [...COOLANTS] })),
    condenser: Type.Optional(Type.Boolean({ description: 'of an air conditioning, before the radiator' })),
  },
  closed,
);
export type Cooling = Type.Static<typeof Cooling>;

/** What a bought part changes of the cooling: fans and ducts stand in place of the car’s own; a cooler comes to them. */
export const BoughtCooling = Type.Object(
  {
    seal: Type.Optional(SealSchema),
    airSharePct: Type.Optional(PositiveFigure),
    ...fan,
    oilCooler: Type.Optional(
      Type.Object(
        {
          beforeRadiator: Type.Boolean(),
          takeOff: Type.Optional(Name),
          hose: Type.Optional(Name),
        },
        closed,
      ),
    ),
    chargeCooler: Type.Optional(
      Type.Object({ beforeRadiator: Type.Boolean(), effectivenessPct: Type.Optional(PositiveFigure) }, closed),
    ),
  },
  closed,
);
