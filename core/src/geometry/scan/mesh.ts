/** More than this a browser on a bench laptop should not be asked to carry. */
export const MOST_TRIANGLES = 500_000;

export interface ScanMesh {
  /** Nine numbers a triangle, mm, in the frame of the file. */
  readonly positions: Float32Array;
  readonly triangles: number;
  readonly lowMm: readonly [number, number, number];
  readonly highMm: readonly [number, number, number];
}
