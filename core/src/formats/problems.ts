import { fieldLabelOf } from '../model/index.ts';

/** What an Ajv error says, as far as it is needed here. */
export interface SchemaError {
  readonly keyword: string;
  readonly instancePath: string;
  readonly params: Readonly<Record<string, unknown>>;
  readonly message?: string | undefined;
}

export interface FieldProblem {
  /** JSON pointer to the field. */
  readonly pointer: string;
  /** A sentence that names the field and says what is allowed. */
  readonly message: string;
}

const TYPES: Readonly<Record<string, string>> = {
  number: 'a number',
  integer: 'a whole number',
  string: 'text',
  boolean: 'true or false',
  array: 'a list',
  object: 'an object',
  null: 'empty',
};

/** The errors of a schema check in sentences; errors that only say "one of these shapes" give way to the ones inside. */
export function fieldProblems(errors: readonly SchemaError[]): FieldProblem[] {
  const inner = errors.filter((e) => e.keyword !== 'anyOf' && e.keyword !== 'const');
  const chosen = inner.length > 0 ? inner : errors;
  const seen = new Set<string>();
  return chosen.flatMap((e) => {
    const pointer = pointerOf(e);
    const message = sentence(e, nameOf(pointer));
    const key = `${pointer} ${message}`;
    if (seen.has(key)) return [];
    seen.add(key);
    return [{ pointer, message }];
  });
}

function pointerOf(e: SchemaError): string {
  if (e.keyword === 'required') return `${e.instancePath}/${String(e.params['missingProperty'])}`;
  if (e.keyword === 'additionalProperties') return `${e.instancePath}/${String(e.params['additionalProperty'])}`;
  return e.instancePath === '' ? '/' : e.instancePath;
}

function nameOf(pointer: string): string {
  const parts = pointer.split('/').filter(Boolean);
  const named = [...parts].reverse().find((p) => !/^\d+$/.test(p) && p !== 'value');
  const index = /^\d+$/.test(parts.at(-1) ?? '') ? ` ${Number(parts.at(-1)) + 1}` : '';
  if (named === undefined) return 'The request body';
  const parent = parts.filter((p) => !/^\d+$/.test(p) && p !== named).at(-1);
  return `${fieldLabelOf(named, parent)?.replace(/ \(.*/, '') ?? named}${index}`;
}

function sentence(e: SchemaError, name: string): string {
  const p = e.params;
  switch (e.keyword) {
    case 'required':
      return `${name} missing.`;
    case 'additionalProperties':
      return `Unknown field “${name}”. Remove it or check the spelling.`;
    case 'type':
      return `${name} must be ${[p['type']]
        .flat()
        .map((t) => TYPES[String(t)] ?? String(t))
        .join(' or ')}.`;
    case 'minimum':
      return `${name} must be ${String(p['limit'])} or more.`;
    case 'maximum':
      return `${name} must be ${String(p['limit'])} or less.`;
    case 'exclusiveMinimum':
      return `${name} must be above ${String(p['limit'])}.`;
    case 'exclusiveMaximum':
      return `${name} must be below ${String(p['limit'])}.`;
    case 'enum':
      return `${name} must be one of: ${(p['allowedValues'] as unknown[]).join(', ')}.`;
    case 'const':
      return `${name} must be ${JSON.stringify(p['allowedValue'])}.`;
    case 'minLength':
      return `${name} must not be empty.`;
    case 'maxLength':
      return `${name} must be at most ${String(p['limit'])} characters long.`;
    case 'minItems':
      return `${name}: at least ${String(p['limit'])} entries.`;
    case 'maxItems':
      return `${name} may have at most ${String(p['limit'])} entries.`;
    case 'uniqueItems':
      return `${name}: duplicate entries are not allowed.`;
    case 'pattern':
      return `${name} has the wrong format. Expected: ${String(p['pattern'])}.`;
    default:
      return `${name} ${e.message ?? 'is invalid'}.`;
  }
}
