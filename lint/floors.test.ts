import { ESLint } from 'eslint';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { HOUSES } from './floors.js';
import { circlesIn } from './imports.js';
import { floors } from './rule.js';

const root = path.resolve(import.meta.dirname, '..');

/** What the wall says of a file with this one import, by the project's own lint. */
const eslint = new ESLint({ cwd: root });
async function faults(file: string, specifier: string): Promise<string[]> {
  const [result] = await eslint.lintText(`export * from '${specifier}';\n`, { filePath: path.join(root, file) });
  return result!.messages
    .filter((m) => m.ruleId === 'house/floors' || m.ruleId === 'no-restricted-imports')
    .map((m) => m.message);
}

describe('the wall of core', () => {
  test.each([
    ['down to a face', 'core/src/questions/fit/x.ts', '../../geometry/index.ts'],
    ['to a lower-ranked question’s face', 'core/src/questions/gearing/x.ts', '../mass/index.ts'],
    ['within a room', 'core/src/questions/fit/x.ts', './clearances.ts'],
    ['within a room, one folder down', 'core/src/questions/joints/x.ts', './kinds/index.ts'],
    ['to a package', 'core/src/formats/x.ts', 'd3-dsv'],
  ])('%s: allowed', async (_, file, specifier) => {
    expect(await faults(file, specifier)).toEqual([]);
  });

  test.each([
    ['the house’s own face, from a question', 'core/src/questions/fit/x.ts', '../../index.ts', /face that others see/],
    ['a higher floor’s face', 'core/src/questions/mass/x.ts', '../../assess/index.ts', /assess stands above/],
    ['a higher floor’s file, by its path', 'core/src/units/x.ts', '../model/brief.ts', /model stands above/],
    ['core by its name, inside core', 'core/src/questions/fit/x.ts', '@sable/core', /not as @sable\/core/],
    ['a face of core by its name', 'core/src/model/x.ts', '@sable/core/units', /not as @sable\/core/],
    ['a file behind another folder’s face', 'core/src/questions/fit/x.ts', '../mounts/movement.ts', /public face/],
    ['a file behind a floor’s face', 'core/src/questions/fit/x.ts', '../../geometry/gjk.ts', /public face/],
    ['a higher-ranked question', 'core/src/questions/mass/x.ts', '../gearing/index.ts', /lower ranks/],
    [
      'the same by a roundabout path',
      'core/src/questions/mass/x.ts',
      '../../questions/gearing/index.ts',
      /lower ranks/,
    ],
    ['from an unlisted folder', 'core/src/attic/x.ts', './y.ts', /has no floor/],
    ['from an unlisted question', 'core/src/questions/attic/x.ts', './y.ts', /has no place/],
    ['of an unlisted folder', 'core/src/assess/x.ts', '../attic/index.ts', /has no floor/],
  ])('%s: refused', async (_, file, specifier, message) => {
    expect(await faults(file, specifier)).toEqual([expect.stringMatching(message)]);
  });

  test('web and server meet only over HTTP', async () => {
    expect(await faults('web/src/x.ts', '@sable/server/app')).toHaveLength(1);
    expect(await faults('server/src/x.ts', '@sable/web/main')).toHaveLength(1);
  });
});

describe('the walls of server and web', () => {
  test.each([
    ['server: down', 'server/src/routes/x.ts', '../store/changes.ts'],
    ['server: the root may look at all', 'server/src/x.ts', './routes/builds.ts'],
    ['web: down to a piece', 'web/src/screens/fit/x.tsx', '../../pieces/fields.tsx'],
    ['web: core by its name', 'web/src/hooks/x.ts', '@sable/core/units'],
    ['web: to an earlier screen', 'web/src/screens/candidate/x.tsx', '../survey/parts.ts'],
  ])('%s: allowed', async (_, file, specifier) => {
    expect(await faults(file, specifier)).toEqual([]);
  });

  test.each([
    ['server: up', 'server/src/store/x.ts', '../routes/builds.ts', /routes stands above store/],
    ['server: back to the root', 'server/src/routes/x.ts', '../app.ts', /face that others see/],
    ['server: from an unlisted folder', 'server/src/attic/x.ts', './y.ts', /has no floor/],
    ['web: a piece up to a screen', 'web/src/pieces/x.tsx', '../screens/fit/frame.ts', /stands above pieces/],
    ['web: a hook up to a piece', 'web/src/hooks/x.ts', '../pieces/labels.ts', /pieces stands above hooks/],
    ['web: a screen up to the app', 'web/src/screens/fit/x.tsx', '../../app/Shell.tsx', /app stands above/],
    ['web: a later screen', 'web/src/screens/survey/x.tsx', '../fit/frame.ts', /lower ranks/],
    ['web: of an unlisted screen', 'web/src/app/x.tsx', '../screens/attic/A.tsx', /has no place/],
  ])('%s: refused', async (_, file, specifier, message) => {
    expect(await faults(file, specifier)).toEqual([expect.stringMatching(message)]);
  });
});

describe('circles', () => {
  test('files that import each other are found, a chain is not one', () => {
    const imports = (o: Record<string, string[]>) => circlesIn(new Map(Object.entries(o)));
    expect(imports({ a: ['b'], b: ['c'], c: [] })).toEqual([]);
    expect(imports({ a: ['b'], b: ['c'], c: ['a'], d: ['a'] })).toEqual([['a', 'b', 'c']]);
    expect(imports({ a: ['a'] })).toEqual([['a']]);
  });

  test('a circle on disk is refused at both of its imports, one of types too', async () => {
    const cwd = mkdtempSync(path.join(tmpdir(), 'house-'));
    try {
      mkdirSync(path.join(cwd, 'core/src/units'), { recursive: true });
      const write = (name: string, text: string) => writeFileSync(path.join(cwd, 'core/src/units', name), text);
      write('a.ts', "export { b } from './b.ts';\nexport const a = 1;\n");
      write('b.ts', "export { a } from './a.ts';\nexport const b = 1;\n");
      const lint = new ESLint({
        cwd,
        overrideConfigFile: true,
        overrideConfig: [
          {
            files: ['**/*.ts'],
            plugins: { house: { rules: { floors } } },
            rules: { 'house/floors': ['error', HOUSES] },
          },
        ],
      });
      const results = await lint.lintFiles(['core/src/units/*.ts']);
      expect(results.map((r) => r.messages.map((m) => m.message))).toEqual([
        ['A circle: units/a.ts, units/b.ts.'],
        ['A circle: units/a.ts, units/b.ts.'],
      ]);
    } finally {
      rmSync(cwd, { recursive: true, force: true });
    }
  });
});
