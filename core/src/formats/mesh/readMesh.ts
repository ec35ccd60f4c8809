import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js';
import { PLYLoader } from 'three/examples/jsm/loaders/PLYLoader.js';
import { STLLoader } from 'three/examples/jsm/loaders/STLLoader.js';
import { Mesh } from 'three';
import { MOST_TRIANGLES, type ScanMesh } from '../../geometry/scan/index.ts';
import { InputError } from '../../units/index.ts';
import { guessUnit, MM_PER, type ScanUnit } from './scanUnit.ts';

/** The same in browsers and on the server. */
declare const TextDecoder: new (label?: string) => { decode: (bytes: ArrayBuffer) => string };

/** Bytes before the first triangle; no text with a triangle in it is as short. */
const BINARY_HEAD = 84;
/** Drawn models that a mesh is exported from. */
const SURFACES = /\.(step|stp|iges|igs)$/i;
/** A face is cut into triangles one corner at a time, over all of its line: seconds for one of many thousands. */
const LONGEST_FACE = /^\s*f\s[^\n]{20000}/m;

const many = (n: number) => n.toLocaleString('en-GB');

/**
 * Triangles of an STL or PLY (text or binary) or OBJ file, in the unit that is told; where none is, in the one that makes the likeliest size.
 * @throws InputError in a sentence that says what is wrong with the file and what to do about it.
 */
export function readMesh(name: string, content: ArrayBuffer, told?: ScanUnit): ScanMesh & { readonly unit: ScanUnit } {
  const fault = (message: string) => new InputError('/file', message);
  if (content.byteLength === 0) throw fault(`“${name}” is empty.`);
  if (SURFACES.test(name))
    throw fault(
      `“${name}” holds exact surfaces and no triangles. Open it in its CAD program and export it as STL, in millimetres, to 0.5 mm.`,
    );
  const kind = /\.(obj|stl|ply)$/i.exec(name)?.[1]?.toLowerCase();
  if (!kind) throw fault(`“${name}” is neither STL, OBJ nor PLY; export the scan as one of these.`);
  const raw = (kind === 'obj' ? fromObj : kind === 'ply' ? fromPly : fromStl)(name, content);
  const triangles = Math.floor(raw.length / 9);
  if (triangles === 0) throw fault(`“${name}” holds no triangles. Export the surface, not points or edges alone.`);
  if (triangles > MOST_TRIANGLES)
    throw fault(
      `“${name}” has ${many(triangles)} triangles; ${many(MOST_TRIANGLES)} is the most. Reduce the mesh (10 % is sufficient).`,
    );
  const unit = told ?? guessUnit(longestOf(raw));
  const factor = MM_PER[unit];
  const positions = new Float32Array(triangles * 9);
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let i = 0; i < positions.length; i++) {
    const v = raw[i]! * factor;
    if (!Number.isFinite(v))
      throw fault(
        `Triangle ${many(Math.floor(i / 9) + 1)} of “${name}” has a corner that is not a number: the file is damaged or points at a corner that is not in it.`,
      );
    positions[i] = v;
    const k = (i % 3) as 0 | 1 | 2;
    if (v < low[k]) low[k] = v;
    if (v > high[k]) high[k] = v;
  }
  const size = low.map((v, k) => high[k]! - v);
  if (Math.min(...size) < 0.01)
    throw fault(`“${name}” is flat: all its corners lie in one plane. A solid needs a volume.`);
  if (Math.max(...size) > 20_000)
    throw fault(`“${name}” would be ${(Math.max(...size) / 1000).toFixed(0)} m long. Check in which unit it is.`);
  return { positions, triangles, lowMm: low, highMm: high, unit };
}

/** The longest side of the box around some corners, in their own unit. */
function longestOf(raw: ArrayLike<number>): number {
  let longest = 0;
  for (let k = 0; k < 3; k++) {
    let low = Infinity;
    let high = -Infinity;
    for (let i = k; i < raw.length; i += 3) {
      low = Math.min(low, raw[i]!);
      high = Math.max(high, raw[i]!);
    }
    longest = Math.max(longest, high - low);
  }
  return longest;
}

function fromStl(name: string, content: ArrayBuffer): ArrayLike<number> {
  const head = new TextDecoder('latin1').decode(content.slice(0, 512));
  const looksText = /^\s*solid/i.test(head) && /facet|endsolid/i.test(head);
  if (!looksText) {
    if (content.byteLength < BINARY_HEAD) throw new InputError('/file', `“${name}”: STL header incomplete.`);
    const says = new DataView(content).getUint32(80, true);
    const holds = Math.floor((content.byteLength - 84) / 50);
    if (holds < says)
      throw new InputError(
        '/file',
        `“${name}” says that it has ${many(says)} triangles but holds only ${many(holds)}: file incomplete. Export or copy it again.`,
      );
    if (says > MOST_TRIANGLES)
      throw new InputError(
        '/file',
        `“${name}” has ${many(says)} triangles; ${many(MOST_TRIANGLES)} is the most. Reduce the mesh (10 % is sufficient).`,
      );
  } else if (!/endsolid/i.test(new TextDecoder('latin1').decode(content.slice(Math.max(0, content.byteLength - 400)))))
    throw new InputError('/file', `“${name}” has no end: file incomplete. Export or copy it again.`);
  else if (content.byteLength < BINARY_HEAD) return [];
  const geometry = new STLLoader().parse(content);
  return geometry.getAttribute('position').array;
}

function fromObj(name: string, content: ArrayBuffer): ArrayLike<number> {
  const text = new TextDecoder().decode(content);
  if (!/^\s*f\s/m.test(text))
    throw new InputError(
      '/file',
      `“${name}” has no faces${/^\s*v\s/m.test(text) ? ', only points' : ''}. Export the surface, not the point cloud.`,
    );
  if (LONGEST_FACE.test(text.replaceAll(/\\\r?\n/g, ' ')))
    throw new InputError('/file', `“${name}” has a face with thousands of corners. Export it as triangles.`);
  const parts: ArrayLike<number>[] = [];
  new OBJLoader().parse(text).traverse((o) => {
    if (o instanceof Mesh) {
      const geometry = o.geometry as {
        index: { array: ArrayLike<number> } | null;
        getAttribute: (n: string) => { array: ArrayLike<number> };
      };
      parts.push(geometry.getAttribute('position').array);
    }
  });
  const all = new Float32Array(parts.reduce((n, p) => n + p.length, 0));
  let at = 0;
  for (const p of parts) {
    all.set(p, at);
    at += p.length;
  }
  return all;
}

/** How much of a PLY is read to find the end of its head. */
const PLY_HEAD = 20_000;

function fromPly(name: string, content: ArrayBuffer): ArrayLike<number> {
  const fault = (message: string) => new InputError('/file', message);
  const head = /^ply\r?\n[^]*?end_header/.exec(new TextDecoder('latin1').decode(content.slice(0, PLY_HEAD)))?.[0];
  if (!head) throw fault(`“${name}” has no head of a PLY file: it is damaged, or something else under that name.`);
  const faces = Number(/^element face (\d+)\s*$/m.exec(head)?.[1] ?? 0);
  if (faces === 0) throw fault(`“${name}” has no faces, only points. Export the surface, not the point cloud.`);
  if (faces > MOST_TRIANGLES)
    throw fault(
      `“${name}” has ${many(faces)} faces; ${many(MOST_TRIANGLES)} is the most. Reduce the mesh (10 % is sufficient).`,
    );
  let geometry;
  try {
    geometry = new PLYLoader().parse(content);
  } catch {
    throw fault(
      `“${name}” breaks off or is damaged: its header states more data than it contains. Export or copy it again.`,
    );
  }
  const corners = geometry.getAttribute('position')?.array;
  const index = geometry.index?.array;
  // The reader takes faces of three and four corners and passes over the rest.
  if (!corners || !index || index.length / 3 < faces)
    throw fault(`“${name}” has faces that are not triangles or squares, or breaks off. Export it as triangles.`);
  const all = new Float32Array(3 * index.length);
  for (let i = 0; i < index.length; i++) for (let k = 0; k < 3; k++) all[3 * i + k] = corners[3 * index[i]! + k] ?? NaN;
  return all;
}
