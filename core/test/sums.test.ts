import { ESLint } from 'eslint';
import path from 'node:path';
import { SUMS, sumNamed } from '../src/index.ts';
import { library, tug } from './demo.ts';

test('every sum has its own name, a title and closed inputs', () => {
  expect(new Set(SUMS.map((s) => s.name)).size).toBe(SUMS.length);
  for (const s of SUMS) {
    expect(s.title.length).toBeGreaterThan(8);
    expect((s.input as unknown as { additionalProperties?: boolean }).additionalProperties).toBe(false);
  }
});

test('the whole assessment is a sum too', () => {
  const result = sumNamed('assess')!.run({ build: tug, candidateId: 'b', library }) as { state: string };
  expect(result.state).toBe('blocked');
  expect(() => sumNamed('assess')!.run({ build: tug, candidateId: 'zz', library })).toThrow(/no candidate “zz”/);
});

describe('imports run one way', () => {
  const root = path.resolve(import.meta.dirname, '../..');
  const eslint = new ESLint({ cwd: root });
  const faults = async (file: string, code: string) => {
    const [result] = await eslint.lintText(code, { filePath: path.join(root, file) });
    return result!.messages.filter((m) => m.ruleId === 'no-restricted-imports').length;
  };
  test.each([
    ['core/src/units/x.ts', "import { Brief } from '../model/index.ts';\nexport const x = Brief;\n", 1],
    ['core/src/model/x.ts', "import { say } from '../units/index.ts';\nexport const x = say;\n", 0],
    ['core/src/mounts/x.ts', "import { assessFit } from '../fit/index.ts';\nexport const x = assessFit;\n", 1],
    ['core/src/fit/x.ts', "import { MOVEMENT_MM } from '../mounts/index.ts';\nexport const x = MOVEMENT_MM;\n", 0],
    ['core/src/fit/x.ts', "import { MOVEMENT_MM } from '../mounts/movement.ts';\nexport const x = MOVEMENT_MM;\n", 1],
    ['core/src/mass/x.ts', "import { assess } from '../assess.ts';\nexport const x = assess;\n", 1],
    ['web/src/x.ts', "import { buildApp } from '@sable/server/app';\nexport const x = buildApp;\n", 1],
  ])('%s', async (file, code, count) => {
    expect(await faults(file, code)).toBe(count);
  });
});
