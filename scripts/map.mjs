// Draws core as it stands: floors as bands, rooms as boxes, imports between rooms as lines. `npm test` fails when the
// picture in docs/ is not the one that the imports give.
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { HOUSES } from '../lint/floors.js';
import { importsOf } from '../lint/imports.js';
import { roomOf } from '../lint/rule.js';

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const house = HOUSES[0];
const picture = path.join(root, 'docs/core-map.svg');
const WIDE = 1240;
const BAND = 96;
const BOX = { height: 44, gap: 10, pad: 110 };
const INK = { paper: '#F2F3F0', panel: '#FFFFFF', line: '#D3D6CF', ink: '#1E1B19', muted: '#5A5E58', dye: '#2C3E91' };

const imports = importsOf(house, path.join(root, house.root));
const rooms = new Map();
const arrows = new Map();
for (const [file, targets] of imports) {
  const here = roomOf(house, file);
  if (!here) continue;
  const text = readFileSync(path.join(root, house.root, file), 'utf8');
  const room = rooms.get(here.room) ?? { ...here, files: 0, lines: 0 };
  room.files++;
  room.lines += text.split('\n').length - 1;
  rooms.set(here.room, room);
  for (const target of targets) {
    const there = roomOf(house, target);
    if (!there || there.room === here.room) continue;
    const key = `${here.room} ${there.room}`;
    arrows.set(key, (arrows.get(key) ?? 0) + 1);
  }
}

const floors = house.floors.map((floor, rank) => ({
  name: floor.name,
  rooms: [...rooms.values()].filter((r) => r.rank === rank).sort((a, b) => a.within - b.within),
}));
const CROWDED = 6;
const bandOf = ({ rooms: list }) => (list.length > CROWDED ? BAND + 52 : BAND);
/** Top of each floor's band: the lowest floor stands at the bottom. */
const tops = [];
let height = 40;
for (let rank = floors.length - 1; rank >= 0; rank--) {
  tops[rank] = height;
  height += bandOf(floors[rank]);
}
const at = new Map();
floors.forEach(({ rooms: list }, rank) => {
  const crowded = list.length > CROWDED;
  const space = WIDE - BOX.pad - 20;
  const step = crowded ? space / (list.length + 1) : 200 + BOX.gap;
  const width = crowded ? 2 * step - BOX.gap : 200;
  const left = BOX.pad + (crowded ? 0 : (space - list.length * step + BOX.gap) / 2);
  // A crowded floor has two rows: its rooms stand by turns in one and the other, ranks still from left to right.
  list.forEach((r, i) => at.set(r.room, { x: left + i * step, y: tops[rank] + (crowded && i % 2 ? 78 : 24), width }));
});

const escape = (s) => s.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
const text = (x, y, words, size, fill, anchor = 'start', weight = 400) =>
  `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" font-size="${size}" fill="${fill}" text-anchor="${anchor}" font-weight="${weight}">${escape(words)}</text>`;
const bands = floors.map((floor, rank) => {
  const end = tops[rank] + bandOf(floor);
  return `<line x1="0" y1="${end}" x2="${WIDE}" y2="${end}" stroke="${INK.line}"/>${text(12, tops[rank] + 50, floor.name, 14, INK.muted, 'start', 600)}`;
});
const lines = [...arrows]
  .sort(([a], [b]) => (a < b ? -1 : 1))
  .map(([key, count]) => {
    const [from, to] = key.split(' ').map((room) => at.get(room));
    const [x1, y1] = [from.x + from.width / 2, from.y + BOX.height];
    const [x2, y2] = [to.x + to.width / 2, to.y];
    const level = Math.abs(from.y - to.y) < 60;
    const d = level
      ? `M${x1.toFixed(1)} ${y1.toFixed(1)} C${x1.toFixed(1)} ${(y1 + 26).toFixed(1)} ${x2.toFixed(1)} ${(to.y + BOX.height + 26).toFixed(1)} ${x2.toFixed(1)} ${(to.y + BOX.height).toFixed(1)}`
      : `M${x1.toFixed(1)} ${y1.toFixed(1)} C${x1.toFixed(1)} ${(y1 + 40).toFixed(1)} ${x2.toFixed(1)} ${(y2 - 40).toFixed(1)} ${x2.toFixed(1)} ${y2.toFixed(1)}`;
    return `<path d="${d}" fill="none" stroke="${INK.dye}" stroke-opacity="${Math.min(0.7, 0.12 + 0.04 * count).toFixed(2)}" stroke-width="${Math.min(3, 0.8 + 0.15 * count).toFixed(2)}"/>`;
  });
const boxes = [...rooms.values()].map((r) => {
  const { x, y, width } = at.get(r.room);
  const name = r.room.split('/').at(-1);
  return [
    `<rect x="${x.toFixed(1)}" y="${y.toFixed(1)}" width="${width.toFixed(1)}" height="${BOX.height}" rx="3" fill="${INK.panel}" stroke="${INK.ink}"/>`,
    text(x + width / 2, y + 19, name, 13, INK.ink, 'middle', 600),
    text(x + width / 2, y + 35, `${r.files} ${r.files === 1 ? 'file' : 'files'}`, 11, INK.muted, 'middle'),
  ].join('');
});
const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDE} ${height}" font-family="Encode Sans Semi Condensed, sans-serif">
<rect width="${WIDE}" height="${height}" fill="${INK.paper}"/>
${text(12, 24, 'core: an import goes down, or along a floor to a room that stands further left', 14, INK.ink, 'start', 600)}
${[...bands, ...lines, ...boxes].join('\n')}
</svg>
`;

let there = '';
try {
  there = readFileSync(picture, 'utf8');
} catch {
  // Not drawn yet.
}
if (there !== svg) {
  if (process.argv.includes('--check')) {
    console.error('docs/core-map.svg is not current: run npm run map.');
    process.exit(1);
  }
  writeFileSync(picture, svg);
}
