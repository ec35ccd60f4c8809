import {
  Engine,
  Family,
  Gearbox,
  Offer,
  Part,
  checkEngine,
  checkFamily,
  checkGearbox,
  checkOffer,
  checkPart,
} from '@sable/core';
import type { RowKind } from '../../../hooks/api.ts';
import type { Schema } from '../../../pieces/schemaRange.ts';
import {
  validateEngine,
  validateFamily,
  validateGearbox,
  validateOffer,
  validatePart,
} from '../../../validators/generated/libraryValidators.js';

/** For each kind: its schema, how it is checked, and its fields in groups as one thinks of them. */
export const ROW_FORMS: Readonly<
  Record<
    RowKind,
    {
      readonly word: string;
      readonly schema: Schema;
      readonly validate: typeof validateEngine;
      readonly check: (row: never) => void;
      readonly groups: readonly (readonly [string, readonly string[]])[];
    }
  >
> = {
  engines: {
    word: 'engine',
    schema: Engine as Schema,
    validate: validateEngine,
    check: checkEngine,
    groups: [
      [
        'Identification',
        [
          'name',
          'shortName',
          'family',
          'codes',
          'madeFrom',
          'builtFrom',
          'builtTo',
          'arrangement',
          'cylinders',
          'valvesPerCylinder',
          'blockMaterial',
          'headMaterial',
          'induction',
          'fuel',
        ],
      ],
      ['Torque', ['curves', 'idleRpm', 'redlineRpm', 'inertiaKgM2']],
      ['Mass', ['massRecords', 'needs', 'ancillaryMasses', 'comMm', 'oilL', 'coolantL']],
      [
        'Short block and cylinder head',
        [
          'boreMm',
          'strokeMm',
          'compressionRatio',
          'rodLengthMm',
          'chamber',
          'cam',
          'limits',
          'octaneRon',
          'directInjection',
          'injectors',
          'throttle',
          'boost',
        ],
      ],
      ['Cooling', ['coolantLimitC', 'waterToOil']],
      ['Geometry and interfaces', ['solids', 'slots', 'bosses', 'bellPattern', 'ports']],
      [
        'Electronics, noise, supply',
        ['computer', 'plugs', 'alternatorAmps', 'noise', 'price', 'faults', 'weakParts', 'supply', 'retired'],
      ],
    ],
  },
  gearboxes: {
    word: 'gearbox',
    schema: Gearbox as Schema,
    validate: validateGearbox,
    check: checkGearbox,
    groups: [
      [
        'Identification',
        [
          'name',
          'shortName',
          'kind',
          'ratios',
          'reverseRatio',
          'noReverse',
          'finalDriveInside',
          'gearCut',
          'pairs',
          'shiftTimeS',
          'wants',
          'note',
        ],
      ],
      [
        'Torque rating and clutch',
        ['ratings', 'clutch', 'converter', 'donorKerbKg', 'efficiencyDirect', 'efficiencyOther', 'weakParts'],
      ],
      ['Mass and price', ['massKg', 'comMm', 'oilL', 'price', 'newPrice', 'supply', 'retired']],
      [
        'Geometry and interfaces',
        [
          'solids',
          'lengthMm',
          'shifterMm',
          'shiftedBy',
          'outputMm',
          'frontOutputMm',
          'sprocketMm',
          'mountMm',
          'mountBoss',
          'halfShaftsMm',
          'bellPattern',
          'ports',
          'plugs',
        ],
      ],
    ],
  },
  parts: {
    word: 'part',
    schema: Part as Schema,
    validate: validatePart,
    check: checkPart,
    groups: [
      ['Identification', ['name', 'class', 'inKit', 'made', 'discontinued', 'leadDays', 'note']],
      ['Price, hours, mass', ['price', 'hours', 'massKg', 'atMm', 'retired']],
      [
        'Joints and requirements',
        [
          'closes',
          'provides',
          'requires',
          'excludes',
          'shifts',
          'clutch',
          'sends',
          'propshaft',
          'halfShaft',
          'radiator',
          'cooling',
          'brakes',
          'mount',
          'mounts',
          'plugs',
          'alternatorAmps',
          'brakesForKw',
          'antiRoll',
          'injectors',
          'raises',
          'rebuilds',
          'noiseDeltaDb',
        ],
      ],
      ['Geometry and interfaces', ['solids', 'carries']],
    ],
  },
  families: {
    word: 'family',
    schema: Family as Schema,
    validate: validateFamily,
    check: checkFamily,
    groups: [
      ['The family', ['name', 'note', 'rebuild', 'retired']],
      ['Casting marks', ['marks']],
      ['Interchangeable parts', ['interchange']],
    ],
  },
  offers: {
    word: 'offer',
    schema: Offer as Schema,
    validate: validateOffer,
    check: checkOffer,
    groups: [
      [
        'Identification',
        [
          'name',
          'kind',
          'engineId',
          'gearboxId',
          'price',
          'currency',
          'distanceKm',
          'seller',
          'listedOn',
          'link',
          'words',
        ],
      ],
      ['Included parts', ['included', 'missing', 'broken', 'otherMissing', 'resale']],
      [
        'Project status',
        ['travelledKm', 'sinceRebuildKm', 'trackKm', 'builtYear', 'condition', 'seen', 'testsSeen', 'warrantyDays'],
      ],
      ['Picture', ['photo', 'retired']],
    ],
  },
};
