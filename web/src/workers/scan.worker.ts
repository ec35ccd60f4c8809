import { readMesh } from '@sable/core/formats/mesh';
import { type ScanMesh, type WrapOptions, type Wrapped, wrapScan } from '@sable/core/geometry/scan';
import { expose, transfer } from 'comlink';
import { Driver } from './driven.ts';

let mesh: ScanMesh | undefined;
const driver = new Driver();
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
  wrap(options: WrapOptions, tell: (share: number) => void): Promise<Wrapped> {
    if (!mesh) throw new Error('No scan has been read.');
    return driver.run(wrapScan(mesh, options), tell);
  },
  stop(): void {
    driver.stop();
  },
};

export type ScanSums = typeof scan;
expose(scan);
