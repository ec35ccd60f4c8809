import { readMesh, wrapScan, type ScanMesh, type Wrapped, type WrapOptions } from '@sable/core/scan';
import { expose, transfer } from 'comlink';

let mesh: ScanMesh | undefined;
let stopped = false;
const SLICE_MS = 40;
/** More triangles than this are shown thinned out; they are all wrapped. */
const MOST_SHOWN = 120_000;

export interface ReadScan {
  readonly triangles: number;
  readonly lowMm: readonly [number, number, number];
  readonly highMm: readonly [number, number, number];
  /** What is shown of it: nine numbers a triangle, mm. */
  readonly shown: Float32Array;
}

const scan = {
  read(name: string, content: ArrayBuffer, unit: 'mm' | 'in'): ReadScan {
    mesh = readMesh(name, content, unit);
    const every = Math.ceil(mesh.triangles / MOST_SHOWN);
    const shown = new Float32Array(Math.floor(mesh.triangles / every) * 9);
    for (let i = 0; i * 9 < shown.length; i++)
      shown.set(mesh.positions.subarray(9 * i * every, 9 * i * every + 9), 9 * i);
    const { triangles, lowMm, highMm } = mesh;
    return transfer({ triangles, lowMm, highMm, shown }, [shown.buffer]);
  },
  async wrap(options: WrapOptions, tell: (share: number) => void): Promise<Wrapped> {
    if (!mesh) throw new Error('No scan has been read.');
    stopped = false;
    const run = wrapScan(mesh, options);
    let until = performance.now() + SLICE_MS;
    for (;;) {
      const next = run.next();
      if (next.done) return next.value;
      if (performance.now() < until) continue;
      tell(next.value);
      await new Promise((resolve) => setTimeout(resolve, 0));
      if (stopped) throw new Error('stopped');
      until = performance.now() + SLICE_MS;
    }
  },
  stop(): void {
    stopped = true;
  },
};

export type ScanSums = typeof scan;
expose(scan);
