import { MM_PER, readMesh, type ScanUnit } from '@sable/core/formats/mesh';
import { type ScanMesh, type WrapOptions, type Wrapped, type WrapProgress, wrapScan } from '@sable/core/geometry/scan';
import { transfer } from 'comlink';

/** More triangles than this are shown thinned out; they are all wrapped. */
const MOST_SHOWN = 120_000;

export interface ReadScan {
  readonly triangles: number;
  readonly lowMm: readonly [number, number, number];
  readonly highMm: readonly [number, number, number];
  readonly unit: ScanUnit;
  /** Its longest side in the unit of the file: what it would be in another is asked by it. */
  readonly longest: number;
  /** What is shown of it: nine numbers a triangle, mm. */
  readonly shown: Float32Array;
}

/** The scan that this thread has read: tens of megabytes that nobody else needs. */
let mesh: ScanMesh | undefined;

/** Reads a file of triangles and keeps it; tells how large it is and what to show. */
export function readScan(name: string, content: ArrayBuffer, told?: ScanUnit): ReadScan {
  const read = readMesh(name, content, told);
  mesh = read;
  const every = Math.ceil(mesh.triangles / MOST_SHOWN);
  const shown = new Float32Array(Math.floor(mesh.triangles / every) * 9);
  for (let i = 0; i * 9 < shown.length; i++)
    shown.set(mesh.positions.subarray(9 * i * every, 9 * i * every + 9), 9 * i);
  const { triangles, lowMm, highMm, unit } = read;
  const longest = Math.max(...lowMm.map((v, k) => highMm[k]! - v)) / MM_PER[unit];
  return transfer({ triangles, lowMm, highMm, unit, longest, shown }, [shown.buffer]);
}

/** How many pieces stand off by how much, and after which time. */
export interface WrapStep {
  readonly pieces: number;
  readonly standsOffMm: number;
  readonly seconds: number;
}
export type WrappedInTime = Wrapped & { readonly steps: readonly WrapStep[] };

/** Wraps the scan that was read into convex pieces; yields how far it has come, and tells in the end what each piece more was worth. */
export function* wrapRead(options: WrapOptions): Generator<WrapProgress, WrappedInTime> {
  if (!mesh) throw new Error('No scan has been read.');
  const began = performance.now();
  const seconds = () => (performance.now() - began) / 1000;
  const steps: WrapStep[] = [];
  const run = wrapScan(mesh, options);
  for (;;) {
    const next = run.next();
    if (next.done) {
      const { pieces, standsOffMm } = next.value;
      steps.push({ pieces: pieces.length, standsOffMm, seconds: seconds() });
      return { ...next.value, steps };
    }
    const { pieces, standsOffMm } = next.value;
    if (pieces > 0) steps.push({ pieces, standsOffMm, seconds: seconds() });
    yield next.value;
  }
}
