/** Exact or conventional conversion constants (BIPM / NIST SP 811). One internal unit per quantity. */
export const KW_PER_HP = 0.745699872;
export const KW_PER_PS = 0.73549875;
export const KG_PER_LB = 0.45359237;
export const MM_PER_IN = 25.4;
export const NM_PER_LBFT = 1.3558179483;
export const KPH_PER_MPH = 1.609344;
export const KPA_PER_PSI = 6.894757293;
export const KPA_PER_INHG = 3.386389;
export const L_PER_US_GALLON = 3.785411784;
/** Miles a US gallon at one litre for each hundred kilometres; the one is this over the other. */
export const MPG_OF_1_L_PER_100KM = (100 * L_PER_US_GALLON) / KPH_PER_MPH;
/** Injectors are sold by pounds of petrol an hour: at 0.72 kg/l a pound an hour is this many cm³ a minute. */
export const CC_PER_MIN_PER_LB_H = (KG_PER_LB * 1000) / 60 / 0.72;
/** Standard gravity, m/s². */
export const GRAVITY = 9.80665;
export const KELVIN_AT_ZERO_C = 273.15;

/** Power at a torque and engine speed, P = T·2πn/60000. Returns kW for N·m and rpm. */
export function powerKwFrom(torqueNm: number, rpm: number): number {
  return (torqueNm * 2 * Math.PI * rpm) / 60000;
}

/** Cubic metres an hour of one cubic foot a minute. */
export const M3_PER_H_PER_CFM = 60 * 0.3048 ** 3;

/** Days in a month of the calendar, on the average of four years. */
export const MONTH_DAYS = 30.4375;
