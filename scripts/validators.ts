import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { Ajv } from 'ajv';
import standaloneModule from 'ajv/dist/standalone/index.js';
import { Brief, Candidate } from '../core/src/model/index.ts';

/** Compiles the schemas that screens check before they send: to plain functions, because the page may make no code at run time. */
const standalone = (standaloneModule as unknown as { default?: unknown }).default ?? standaloneModule;
const ajv = new Ajv({ allErrors: true, strict: false, code: { source: true, esm: true } });
ajv.addSchema(Brief, 'brief');
ajv.addSchema(Candidate, 'candidate');
const code = (standalone as (a: Ajv, names: Record<string, string>) => string)(ajv, {
  validateBrief: 'brief',
  validateCandidate: 'candidate',
});
const folder = path.resolve(import.meta.dirname, '../web/src/validators/generated');
mkdirSync(folder, { recursive: true });
// The one run-time helper that the code asks for is required in the CommonJS manner; here it is an import.
const helper = /const (func\d+) = require\("(ajv\/dist\/runtime\/[\w]+)"\)\.default;/g;
const imports: string[] = [];
const body = code.replace(helper, (_, name: string, module: string) => {
  imports.push(`import ${name}Module from '${module}.js';\nconst ${name} = ${name}Module.default ?? ${name}Module;`);
  return '';
});
writeFileSync(path.join(folder, 'validators.js'), `${imports.join('\n')}\n${body}`);
writeFileSync(
  path.join(folder, 'validators.d.ts'),
  `import type { SchemaError } from '@sable/core/formats';
interface Validate {
  (value: unknown): boolean;
  errors?: readonly SchemaError[] | null;
}
export const validateBrief: Validate;
export const validateCandidate: Validate;
`,
);
