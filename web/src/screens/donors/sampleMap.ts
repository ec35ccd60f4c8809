import type { CompressorMap } from '@sable/core/questions/engine';

/** A made-up small turbo, to try a line on before a real map is brought in. */
export const SAMPLE_MAP: CompressorMap = {
  referenceC: 15,
  referenceKpa: 101.325,
  points: (
    [
      [1.2, 0.02, 0.58],
      [1.2, 0.045, 0.68],
      [1.2, 0.075, 0.64],
      [1.2, 0.1, 0.52],
      [1.5, 0.032, 0.63],
      [1.5, 0.06, 0.74],
      [1.5, 0.1, 0.71],
      [1.5, 0.132, 0.56],
      [1.8, 0.045, 0.65],
      [1.8, 0.08, 0.76],
      [1.8, 0.12, 0.73],
      [1.8, 0.155, 0.57],
      [2.1, 0.062, 0.64],
      [2.1, 0.1, 0.74],
      [2.1, 0.135, 0.71],
      [2.1, 0.168, 0.56],
      [2.4, 0.085, 0.61],
      [2.4, 0.12, 0.69],
      [2.4, 0.15, 0.66],
      [2.4, 0.172, 0.55],
    ] as const
  ).map(([pressureRatio, flowKgPerS, efficiency]) => ({ pressureRatio, flowKgPerS, efficiency })),
};
