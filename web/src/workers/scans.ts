import { readMesh } from '@sable/core/formats/mesh';
import { type ScanMesh, type WrapOptions, type Wrapped, wrapScan } from '@sable/core/geometry/scan';
import { transfer } from 'comlink';

/** More triangles than this are shown thinned out; they are all wrapped. */
const MOST_SHOWN = 120_000;

export interface ReadScan {
  readonly triangles: number;
  readonly lowMm: readonly [number, number, number];
  readonly highMm: readonly [number, number, number];
  /** What is shown of it: nine numbers a triangle, mm. */
  readonly shown: Float32Array;
}

/** The scan that this thread has read: tens of megabytes that nobody else needs. */
let mesh: ScanMesh | undefined;

/** Reads a file of triangles and keeps it; tells how large it is and what to show. */
export function readScan(name: string, content: ArrayBuffer, unit: 'mm' | 'in'): ReadScan {
  mesh = readMesh(name, content, unit);
  const every = Math.ceil(mesh.triangles / MOST_SHOWN);
  const shown = new Float32Array(Math.floor(mesh.triangles / every) * 9);
  for (let i = 0; i * 9 < shown.length; i++)
    shown.set(mesh.positions.subarray(9 * i * every, 9 * i * every + 9), 9 * i);
  const { triangles, lowMm, highMm } = mesh;
  return transfer({ triangles, lowMm, highMm, shown }, [shown.buffer]);
}

/** Wraps the scan that was read into convex pieces; yields the share that is done. */
export function wrapRead(options: WrapOptions): Generator<number, Wrapped> {
  if (!mesh) throw new Error('No scan has been read.');
  return wrapScan(mesh, options);
}
