import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Ajv } from 'ajv';
import standaloneModule from 'ajv/dist/standalone/index.js';
import { Type } from 'typebox';
import { Brief, Candidate, Chassis, Engine, Family, Gearbox, Offer, Part } from '../core/src/model/index.ts';

/** Compiles the schemas that screens check before they send: to plain functions, because the page may make no code at run time. */
const standalone = (standaloneModule as unknown as { default?: unknown }).default ?? standaloneModule;
const folder = path.resolve(import.meta.dirname, '../web/src/validators/generated');
mkdirSync(folder, { recursive: true });
interface Schemas {
  readonly [name: string]: object;
}

/** One file of checks; screens that load late bring their own, so that the first page stays small. */
function write(file: string, schemas: Schemas): void {
  const ajv = new Ajv({ allErrors: true, strict: false, code: { source: true, esm: true } });
  const exported: Record<string, string> = {};
  for (const [name, schema] of Object.entries(schemas)) {
    ajv.addSchema(schema, name);
    exported[`validate${name}`] = name;
  }
  const code = (standalone as (a: Ajv, names: Record<string, string>) => string)(ajv, exported);
  // The one run-time helper that the code asks for is required in the CommonJS manner; here it is an import.
  const helper = /const (func\d+) = require\("(ajv\/dist\/runtime\/[\w]+)"\)\.default;/g;
  const imports = new Map<string, string>();
  const body = code.replace(helper, (_, name: string, module: string) => {
    imports.set(
      name,
      `import ${name}Module from '${module}.js';\nconst ${name} = ${name}Module.default ?? ${name}Module;`,
    );
    return '';
  });
  writeFileSync(path.join(folder, `${file}.js`), `${[...imports.values()].join('\n')}\n${body}`);
  writeFileSync(
    path.join(folder, `${file}.d.ts`),
    `import type { SchemaError } from '@sable/core/formats';
interface Validate {
  (value: unknown): boolean;
  errors?: readonly SchemaError[] | null;
}
${Object.keys(exported)
  .map((name) => `export const ${name}: Validate;`)
  .join('\n')}
`,
  );
}

write('validators', { Brief, Candidate });
write('libraryValidators', { Engine, Gearbox, Part, Family, Offer });
write('carValidator', {
  CarLists: Type.Partial(
    Type.Pick(Chassis, [
      'tyres',
      'axleRatios',
      'differentials',
      'lumps',
      'shell',
      'past',
      'brakes',
      'cooling',
      'antiRoll',
      'controlArms',
      'steering',
      'fuelSystem',
      'electrics',
      'exhaust',
    ]),
  ),
});
