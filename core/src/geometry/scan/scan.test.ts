import fc from 'fast-check';
import { convexOf } from '../shape.ts';
import { signedDistance } from '../distance.ts';
import { InputError } from '../../units/index.ts';
import { MM_PER, readMesh } from '../../formats/mesh/index.ts';
import { MOST_TRIANGLES, type ScanMesh } from './mesh.ts';
import { placedByThree, sidesOf } from './place.ts';
import { wrapScan, type Wrapped } from './wrap.ts';

type P = [number, number, number];
type Triangle = [P, P, P];

/** Triangles of a box from corner to corner. */
function boxTriangles([x0, y0, z0]: P, [x1, y1, z1]: P): Triangle[] {
  const c: P[] = [x0, x1].flatMap((x) => [y0, y1].flatMap((y) => [z0, z1].map((z): P => [x, y, z])));
  const quad = (a: number, b: number, d: number, e: number): Triangle[] => [
    [c[a]!, c[b]!, c[d]!],
    [c[a]!, c[d]!, c[e]!],
  ];
  return [
    ...quad(0, 1, 3, 2),
    ...quad(4, 6, 7, 5),
    ...quad(0, 4, 5, 1),
    ...quad(2, 3, 7, 6),
    ...quad(0, 2, 6, 4),
    ...quad(1, 5, 7, 3),
  ];
}
/** An L: long foot and standing leg, as a bracket. */
const ELL = [...boxTriangles([0, 0, 0], [400, 100, 60]), ...boxTriangles([0, 0, 60], [80, 100, 300])];

function binary(list: readonly Triangle[], says = list.length): ArrayBuffer {
  const view = new DataView(new ArrayBuffer(84 + 50 * list.length));
  view.setUint32(80, says, true);
  list.forEach((t, i) => t.flat().forEach((v, k) => view.setFloat32(84 + 50 * i + 12 + 4 * k, v, true)));
  return view.buffer;
}
const bytes = (text: string): ArrayBuffer => new Uint8Array([...text].map((c) => c.charCodeAt(0))).buffer;
const ascii = (list: readonly Triangle[]) =>
  bytes(
    `solid s\n${list.map((t) => `facet normal 0 0 0\nouter loop\n${t.map((p) => `vertex ${p.join(' ')}`).join('\n')}\nendloop\nendfacet`).join('\n')}\nendsolid s\n`,
  );
const objText = (list: readonly Triangle[]) =>
  bytes(
    `${list
      .flat()
      .map((p) => `v ${p.join(' ')}`)
      .join('\n')}\n${list.map((_, i) => `f ${3 * i + 1} ${3 * i + 2} ${3 * i + 3}`).join('\n')}\n`,
  );

/** A PLY as text or in numbers; faces of as many corners as are given. */
function ply(
  points: readonly (readonly number[])[],
  faces: readonly (readonly number[])[],
  as: 'ascii' | 'binary',
): ArrayBuffer {
  const head = `ply\nformat ${as === 'ascii' ? 'ascii' : 'binary_little_endian'} 1.0\nelement vertex ${points.length}\nproperty float x\nproperty float y\nproperty float z\nelement face ${faces.length}\nproperty list uchar int vertex_indices\nend_header\n`;
  if (as === 'ascii')
    return bytes(
      `${head}${[...points, ...faces.map((f) => [f.length, ...f])].map((row) => row.join(' ')).join('\n')}\n`,
    );
  const size = 12 * points.length + faces.reduce((n, f) => n + 1 + 4 * f.length, 0);
  const view = new DataView(new ArrayBuffer(head.length + size));
  [...head].forEach((c, i) => view.setUint8(i, c.charCodeAt(0)));
  let at = head.length;
  for (const v of points.flat()) {
    view.setFloat32(at, v, true);
    at += 4;
  }
  for (const f of faces) {
    view.setUint8(at++, f.length);
    for (const v of f) {
      view.setInt32(at, v, true);
      at += 4;
    }
  }
  return view.buffer;
}
const plyOf = (list: readonly Triangle[], as: 'ascii' | 'binary') =>
  ply(
    list.flat(),
    list.map((_, i) => [3 * i, 3 * i + 1, 3 * i + 2]),
    as,
  );
const SQUARES = [
  [0, 0, 0],
  [10, 0, 0],
  [10, 10, 5],
  [0, 10, 5],
  [5, 15, 9],
];

function wrapped(mesh: ScanMesh, options = {}): Wrapped {
  const run = wrapScan(mesh, options);
  for (;;) {
    const next = run.next();
    if (next.done) return next.value;
  }
}

describe('reading', () => {
  test.each([
    ['a.stl', binary(ELL)],
    ['b.stl', ascii(ELL)],
    ['c.obj', objText(ELL)],
    ['d.ply', plyOf(ELL, 'ascii')],
    ['e.PLY', plyOf(ELL, 'binary')],
  ])('%s: the same triangles from each format', (name, content) => {
    const mesh = readMesh(name, content, 'mm');
    expect(mesh.triangles).toBe(24);
    expect(mesh.lowMm).toEqual([0, 0, 0]);
    expect(mesh.highMm).toEqual([400, 100, 300]);
  });
  test('a face of four corners is two triangles', () => {
    expect(
      readMesh(
        'q.ply',
        ply(
          SQUARES,
          [
            [0, 1, 2, 3],
            [1, 4, 2],
          ],
          'ascii',
        ),
        'mm',
      ).triangles,
    ).toBe(3);
  });
  test.each([
    [700, 'mm'],
    [180, 'mm'],
    [2600, 'mm'],
    [24, 'in'],
    [70, 'cm'],
    [0.6, 'm'],
    [1.9, 'm'],
  ] as const)('a body of %f is guessed to be in %s, and read in it', (long, unit) => {
    const mesh = readMesh('a.stl', binary(boxTriangles([0, 0, 0], [long, long / 2, long / 3])));
    expect(mesh.unit).toBe(unit);
    expect(mesh.highMm[0]).toBeCloseTo(long * MM_PER[unit], 2);
    // Whoever knows better is believed.
    expect(readMesh('a.stl', binary(boxTriangles([0, 0, 0], [90, 60, 50])), 'cm').highMm[0]).toBeCloseTo(900, 2);
  });
  test('inches are inches', () => {
    expect(readMesh('a.stl', binary(boxTriangles([0, 0, 0], [10, 4, 2])), 'in').highMm[0]).toBeCloseTo(254, 3);
  });
  test.each([
    ['empty.stl', new ArrayBuffer(0), /is empty/],
    ['short.stl', new ArrayBuffer(40), /STL header incomplete/],
    ['cut.stl', binary(ELL, 500), /says that it has 500 triangles but holds only 24: file incomplete/],
    ['cut2.stl', bytes('solid s\nfacet normal 0 0 1\nouter loop\n'), /has no end/],
    ['bare.stl', bytes('solid s\nendsolid s\n'), /holds no triangles/],
    ['bare2.stl', bytes('solid s\nfacet normal 0 0 1\nendsolid s'), /holds no triangles/],
    [
      'round.obj',
      bytes(`v 0 0 0\nv 1 0 0\nv 0 1 1\nf${' 1 2 3'.repeat(4000)}`),
      /a face with thousands of corners. Export it as triangles/,
    ],
    [
      'wound.obj',
      bytes(`v 0 0 0\nv 1 0 0\nv 0 1 1\nf${' 1 2 3\\\n'.repeat(4000)}`),
      /a face with thousands of corners/,
    ],
    ['points.obj', bytes('v 0 0 0\nv 1 0 0\n'), /has no faces, only points/],
    [
      'flat.stl',
      binary([
        [
          [0, 0, 0],
          [10, 0, 0],
          [0, 10, 0],
        ],
      ]),
      /is flat/,
    ],
    ['far.obj', bytes('v 0 0 0\nv 1 0 0\nv 0 1 0\nf 1 2 9\n'), /corner that is not a number/],
    ['scan.txt', new ArrayBuffer(100), /neither STL, OBJ nor PLY/],
    [
      'unit.step',
      new ArrayBuffer(100),
      /no triangles\. Open it in its CAD program and export it as STL, in millimetres/,
    ],
    ['none.ply', new ArrayBuffer(100), /no head of a PLY file/],
    ['points.ply', ply(SQUARES, [], 'ascii'), /no faces, only points/],
    ['five.ply', ply(SQUARES, [[0, 1, 2, 3, 4]], 'ascii'), /not triangles or squares/],
    ['cut.ply', plyOf(ELL, 'binary').slice(0, 600), /breaks off/],
    ['cut2.ply', plyOf(ELL, 'ascii').slice(0, 900), /breaks off|not a number|not triangles/],
    ['far.ply', ply(SQUARES, [[0, 1, 99]], 'ascii'), /corner that is not a number/],
    [
      'many.ply',
      bytes('ply\nformat ascii 1.0\nelement face 900000\nend_header\n'),
      /900,000 faces; 500,000 is the most/,
    ],
    ['huge.stl', binary(boxTriangles([0, 0, 0], [90000, 10, 10])), /Check in which unit/],
  ])('%s is refused in a sentence', (name, content, sentence) => {
    expect(() => readMesh(name, content, 'mm')).toThrow(InputError);
    expect(() => readMesh(name, content, 'mm')).toThrow(sentence);
  });
  test('more triangles than may be are refused before they are read', () => {
    const many = binary(ELL, 0);
    const big = new ArrayBuffer(84 + 50 * (MOST_TRIANGLES + 1));
    new Uint8Array(big).set(new Uint8Array(many).subarray(0, 84));
    new DataView(big).setUint32(80, MOST_TRIANGLES + 1, true);
    expect(() => readMesh('big.stl', big, 'mm')).toThrow(/500,001 triangles; 500,000 is the most/);
  });
});

describe('wrapping', () => {
  test('a box is one piece, exactly', () => {
    const w = wrapped(readMesh('a.stl', binary(boxTriangles([0, 0, 0], [300, 200, 100])), 'mm'));
    expect(w.pieces).toHaveLength(1);
    const body = convexOf({ kind: 'hull', verticesMm: w.pieces[0]!.verticesMm });
    expect([...body.bounds]).toEqual([0, 0, 0, 300, 200, 100]);
    expect(w.standsOutMm).toBe(0);
  });
  test('a bracket is cut until its inner corner is free, and every corner lies in a piece', () => {
    const mesh = readMesh('ell.stl', binary(ELL), 'mm');
    const whole = wrapped(mesh, { mostPieces: 1 });
    const w = wrapped(mesh, { withinMm: 30, mostPieces: 8 });
    expect(w.pieces.length).toBeGreaterThan(1);
    expect(w.standsOffMm).toBeLessThan(whole.standsOffMm);
    const bodies = w.pieces.map((p) => convexOf({ kind: 'hull', verticesMm: p.verticesMm }));
    for (let i = 0; i < mesh.positions.length; i += 3) {
      const dot = convexOf({
        kind: 'box',
        centreMm: [mesh.positions[i]!, mesh.positions[i + 1]!, mesh.positions[i + 2]!],
        sizeMm: [0.1, 0.1, 0.1],
      });
      expect(Math.min(...bodies.map((b) => signedDistance(b, dot).signedDistanceMm))).toBeLessThanOrEqual(
        w.standsOutMm + 0.06,
      );
    }
  });
  /** Block, head and intake as one would scan them: three plain boxes that touch. */
  const THREE: [P, P][] = [
    [
      [0, -150, -200],
      [500, 150, 150],
    ],
    [
      [20, -100, 150],
      [480, 110, 330],
    ],
    [
      [60, 110, 180],
      [440, 290, 300],
    ],
  ];
  /** The faces of boxes parted into small triangles, each corner shaken by up to so much. */
  function scanned(boxes: readonly [P, P][], stepMm: number, shakenMm: number): Triangle[] {
    const small: Triangle[] = [];
    let seed = 7;
    const shaken = new Map<string, P>();
    const at = (p: P): P => {
      const key = p.map((v) => v.toFixed(3)).join(' ');
      let q = shaken.get(key);
      if (!q) {
        q = p.map((v) => {
          seed = (seed * 16807) % 2147483647;
          return v + shakenMm * ((2 * seed) / 2147483647 - 1);
        }) as P;
        shaken.set(key, q);
      }
      return q;
    };
    for (const [low, high] of boxes)
      for (let i = 0; i < 12; i += 2) {
        const [[a, b, c], [, , d]] = boxTriangles(low, high).slice(i, i + 2) as [Triangle, Triangle];
        const [n, m] = [b, d].map((e) =>
          Math.max(1, Math.round(Math.hypot(...e.map((v, k) => v - a[k]!)) / stepMm)),
        ) as [number, number];
        const p = (u: number, w: number): P =>
          at(a.map((v, k) => v + ((b[k]! - v) * u) / n + ((d[k]! - v) * w) / m) as P);
        expect(c).toBeDefined();
        for (let u = 0; u < n; u++)
          for (let w = 0; w < m; w++)
            small.push([p(u, w), p(u + 1, w), p(u + 1, w + 1)], [p(u, w), p(u + 1, w + 1), p(u, w + 1)]);
      }
    return small;
  }
  test.each([
    ['plain', 1e6, 0],
    ['of small triangles', 18, 0],
    ['rough by half a millimetre', 18, 0.5],
  ])('three boxes that touch, %s, are three pieces, within 2 mm of what was asked', (_, stepMm, shakenMm) => {
    const w = wrapped(readMesh('three.stl', binary(scanned(THREE, stepMm, shakenMm)), 'mm'));
    expect(w.pieces).toHaveLength(3);
    expect(w.standsOffMm).toBeLessThanOrEqual(12 + 2);
    expect(w.standsOutMm).toBeLessThanOrEqual(1);
  });
  test('three boxes in one skin, askew in their file, are cut along their faces', () => {
    // Turned about two axes, and without the faces that a scanner can’t see between them.
    const [a, b] = [0.3, 0.5];
    const turned = scanned(THREE, 18, 0).map(
      (t) =>
        t.map(([x, y, z]): P => {
          const [u, v] = [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)];
          return [u, v * Math.cos(b) - z * Math.sin(b), v * Math.sin(b) + z * Math.cos(b)];
        }) as Triangle,
    );
    const middle = (t: Triangle) => [0, 1, 2].map((k) => (t[0][k]! + t[1][k]! + t[2][k]!) / 3);
    const inner = scanned(THREE, 18, 0).map((t) => {
      const [x, y, z] = middle(t) as P;
      return (
        (z === 150 && Math.abs(x - 250) < 230 && y > -100 && y < 110) ||
        (Math.abs(y - 110) < 1e-6 && Math.abs(x - 250) < 190 && z > 180 && z < 300)
      );
    });
    const w = wrapped(readMesh('skin.stl', binary(turned.filter((_, i) => !inner[i])), 'mm'));
    expect(w.pieces.length).toBeLessThanOrEqual(4);
    expect(w.standsOffMm).toBeLessThanOrEqual(12);
    expect(w.standsOutMm).toBeLessThanOrEqual(1);
  });
  test('where pieces are too few for what was asked, it says by how much and where', () => {
    const w = wrapped(readMesh('ell.stl', binary(ELL), 'mm'), { withinMm: 5, mostPieces: 1 });
    expect(w.standsOffMm).toBeGreaterThan(60);
    const [x, , z] = w.pieces[0]!.standsOffAtMm;
    // In the air between foot and leg.
    expect(x).toBeGreaterThan(80);
    expect(z).toBeGreaterThan(60);
  });
  test('a round body is thinned to few corners, and what then stands out is told', () => {
    const ball: Triangle[] = [];
    const at = (i: number, j: number): P => {
      const [a, b] = [(Math.PI * i) / 24, (2 * Math.PI * j) / 48];
      return [150 * Math.sin(a) * Math.cos(b), 150 * Math.sin(a) * Math.sin(b), 150 * Math.cos(a)];
    };
    for (let i = 0; i < 24; i++)
      for (let j = 0; j < 48; j++)
        ball.push([at(i, j), at(i + 1, j), at(i + 1, j + 1)], [at(i, j), at(i + 1, j + 1), at(i, j + 1)]);
    const w = wrapped(readMesh('ball.stl', binary(ball), 'mm'), { mostPieces: 1, mostCorners: 24 });
    expect(w.pieces[0]!.verticesMm.length).toBeLessThanOrEqual(24);
    expect(w.standsOutMm).toBeGreaterThan(1);
    expect(w.standsOutMm).toBeLessThan(60);
    // Nothing of the ball stands out by more than that.
    const body = convexOf({ kind: 'hull', verticesMm: w.pieces[0]!.verticesMm });
    for (const t of ball.slice(0, 400)) {
      const dot = convexOf({ kind: 'box', centreMm: t[0], sizeMm: [0.1, 0.1, 0.1] });
      expect(signedDistance(body, dot).signedDistanceMm).toBeLessThanOrEqual(w.standsOutMm + 0.1);
    }
  });
});

describe('placed by three points', () => {
  const mm = fc.double({ min: -900, max: 900, noNaN: true });
  const point = fc.tuple(mm, mm, mm);
  test('a rigid move is found again, whatever it was', () => {
    const picked: [P, P, P] = [
      [0, 0, 0],
      [300, 10, 0],
      [40, 220, 90],
    ];
    fc.assert(
      fc.property(
        point,
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -3, max: 3, noNaN: true }),
        (shift, a, b) => {
          const move = ([x, y, z]: P): P => {
            const [u, v] = [x * Math.cos(a) - y * Math.sin(a), x * Math.sin(a) + y * Math.cos(a)];
            return [
              shift[0] + u * Math.cos(b) - z * Math.sin(b),
              shift[1] + v,
              shift[2] + u * Math.sin(b) + z * Math.cos(b),
            ];
          };
          const found = placedByThree(picked, picked.map(move) as [P, P, P]);
          expect(found.missMm).toBeLessThan(1e-6);
          const p: P = [120, -40, 333];
          const want = move(p);
          const got = [0, 1, 2].map(
            (i) => found.at[i]! + found.turned[i]![0] * p[0] + found.turned[i]![1] * p[1] + found.turned[i]![2] * p[2],
          );
          got.forEach((v, i) => expect(v).toBeCloseTo(want[i]!, 6));
        },
      ),
    );
  });
  test('points that do not match are told by how far they miss', () => {
    const picked: [P, P, P] = [
      [0, 0, 0],
      [300, 0, 0],
      [0, 200, 0],
    ];
    const known: [P, P, P] = [
      [0, 0, 0],
      [306, 0, 0],
      [0, 200, 0],
    ];
    expect(placedByThree(picked, known).missMm).toBeGreaterThan(1);
    expect(sidesOf(known)[0] - sidesOf(picked)[0]).toBeCloseTo(6, 9);
  });
  test('points on one line are refused', () => {
    const line: [P, P, P] = [
      [0, 0, 0],
      [100, 0, 0],
      [200, 0, 0],
    ];
    expect(() => placedByThree(line, line)).toThrow(/on one line/);
  });
});
