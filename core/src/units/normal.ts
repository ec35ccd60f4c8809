/** Standard normal distribution function; to 15 digits: West, Better approximations to cumulative normal functions, 2005 (after Hart, 1968). */
export function normalCdf(z: number): number {
  const x = Math.abs(z);
  let below: number;
  if (x > 37) below = 0;
  else {
    const e = Math.exp((-x * x) / 2);
    if (x < 7.07106781186547) {
      const over =
        (((((3.52624965998911e-2 * x + 0.700383064443688) * x + 6.37396220353165) * x + 33.912866078383) * x +
          112.079291497871) *
          x +
          221.213596169931) *
          x +
        220.206867912376;
      const under =
        ((((((8.83883476483184e-2 * x + 1.75566716318264) * x + 16.064177579207) * x + 86.7807322029461) * x +
          296.564248779674) *
          x +
          637.333633378831) *
          x +
          793.826512519948) *
          x +
        440.413735824752;
      below = (e * over) / under;
    } else below = e / (x + 1 / (x + 2 / (x + 3 / (x + 4 / (x + 0.65))))) / 2.506628274631;
  }
  return z > 0 ? 1 - below : below;
}
