import path from 'node:path';
import { circlesIn, importsOf, targetOf } from './imports.js';

/** The floor and room of a file of a house; undefined for the house's own face, `fault` where no floor is listed for it. */
export function roomOf(house, file) {
  const [first, second] = file.split('/');
  if (!file.includes('/')) return undefined;
  const rank = house.floors.findIndex((f) => f.name === first);
  const floor = house.floors[rank];
  if (!floor) return { fault: `The folder ${house.root}/${first} has no floor: list it in lint/floors.js.` };
  if (!floor.rooms) return { room: first, rank, within: 0 };
  const within = floor.rooms.indexOf(second);
  if (within < 0)
    return { fault: `The folder ${house.root}/${first}/${second} has no place: list it in lint/floors.js.` };
  return { room: `${first}/${second}`, rank, within };
}

/** What is wrong with an import of a file; undefined where nothing is. */
function faultOf(house, file, specifier) {
  const target = targetOf(house, file, specifier);
  const here = roomOf(house, file);
  if (target === undefined || here?.fault) return undefined;
  if (house.package && specifier.startsWith(house.package))
    return `Inside ${house.root} files are imported by their path, not as ${house.package}.`;
  if (!here) return undefined;
  const there = roomOf(house, target);
  if (!there) return `${target} is the face that others see: a file of the house may not look at it.`;
  if (there.fault) return there.fault;
  if (there.room === here.room) return undefined;
  if (there.rank > here.rank) return `Imports go down: ${there.room} stands above ${here.room}.`;
  if (there.rank === here.rank && there.within > here.within)
    return `Imports go to lower ranks: ${there.room} comes after ${here.room}.`;
  if (house.package && path.posix.basename(target) !== 'index.ts')
    return `Use the public face of ${there.room}, its index.ts.`;
  return undefined;
}

const circles = new Map();

/** The files that stand in a circle with a file; the imports of a house are read from disk once for each run. */
function circleOf(house, folder, file) {
  let known = circles.get(folder);
  if (!known) {
    known = circlesIn(importsOf(house, folder));
    circles.set(folder, known);
  }
  return known.find((c) => c.includes(file));
}

/**
 * ESLint: floors, faces and circles of the houses given as its option; `cwd` is the root of the checkout.
 *
 * @type {import('eslint').Rule.RuleModule}
 */
export const floors = {
  meta: { type: 'problem', schema: [{ type: 'array' }] },
  create(context) {
    const relative = path.relative(context.cwd, context.filename).split(path.sep).join('/');
    const house = context.options[0].find((h) => relative.startsWith(`${h.root}/`));
    if (!house) return {};
    const file = relative.slice(house.root.length + 1);
    const look = (node) => {
      if (typeof node.source?.value !== 'string') return;
      const message = faultOf(house, file, node.source.value);
      if (message) context.report({ node: node.source, message });
      const target = targetOf(house, file, node.source.value);
      const circle = target && circleOf(house, path.join(context.cwd, house.root), file);
      if (circle?.includes(target)) context.report({ node: node.source, message: `A circle: ${circle.join(', ')}.` });
    };
    return {
      Program(node) {
        const here = roomOf(house, file);
        if (here?.fault) context.report({ node, message: here.fault });
      },
      ImportDeclaration: look,
      ExportNamedDeclaration: look,
      ExportAllDeclaration: look,
      ImportExpression: look,
      TSImportType: look,
    };
  },
};
