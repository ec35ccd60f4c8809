import { readFileSync } from 'node:fs';
import path from 'node:path';
import { TERMS, termIn, termWords } from './terms.ts';

test('no term stands twice, each has a meaning that ends as a sentence', () => {
  const all = TERMS.flatMap((t) => [t.term, ...(t.also ?? [])].map((w) => w.toLowerCase()));
  expect(new Set(all).size).toBe(all.length);
  for (const t of TERMS) expect(t.meaning).toMatch(/^[A-Z].*\.$/);
});

test.each([
  ['Injector duty cycle, now', 'injector duty cycle', 0],
  ['Fit: smallest clearance margin', 'smallest clearance margin', 5],
  ['Front axle load', 'axle load', 0],
  ['No term at all', undefined, undefined],
  ['Boosted engine', undefined, undefined],
])('in “%s” the term is %s', (text, term, start) => {
  const found = termIn(text);
  expect([found?.term.term, found?.start]).toEqual([term, start]);
});

test('the first of two is taken, with its unit and where it is from', () => {
  const found = termIn('BSFC at the knock limit')!;
  expect(found.term.term).toBe('BSFC');
  expect(termWords(found.term)).toBe(
    'Brake specific fuel consumption: fuel per unit of work at the crankshaft. Unit: g/kWh. Source: ISO 2710-1, SAE J1349.',
  );
});

test('the glossary of the guide has every term as it is said in the app', () => {
  const page = readFileSync(path.resolve(import.meta.dirname, '../../../docs/glossary.md'), 'utf8').replaceAll(
    / +/g,
    ' ',
  );
  for (const t of TERMS) expect(page).toContain(`| ${t.term} | ${t.meaning} | ${t.unit ?? '–'} | ${t.source} |`);
});
