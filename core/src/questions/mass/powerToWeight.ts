import { InputError, KG_PER_LB, KW_PER_HP } from '../../units/index.ts';
import { PETROL_KG_PER_L } from './ancillaries.ts';

export interface PowerToWeightInput {
  readonly powerKw: number;
  readonly massKg: number;
  readonly driverKg?: number | undefined;
  readonly fuelL?: number | undefined;
  readonly fuelDensityKgPerL?: number | undefined;
}

/** Power to weight, with driver and fuel where given. kW and hp per tonne of 1000 kg; lb per hp. */
export function powerToWeight(input: PowerToWeightInput) {
  if (!(input.massKg > 0)) throw new InputError('/massKg', `Mass must be above 0 kg; it is ${input.massKg}.`);
  if (!(input.powerKw > 0)) throw new InputError('/powerKw', `Power must be above 0 kW; it is ${input.powerKw}.`);
  const total =
    input.massKg + (input.driverKg ?? 0) + (input.fuelL ?? 0) * (input.fuelDensityKgPerL ?? PETROL_KG_PER_L);
  const hp = input.powerKw / KW_PER_HP;
  return {
    kwPerTonne: (1000 * input.powerKw) / total,
    hpPerTonne: (1000 * hp) / total,
    lbPerHp: total / KG_PER_LB / hp,
  };
}
