import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { choiceWords } from '../src/model/index.ts';
import { bannedIn, WORDS } from './words.ts';

const ROOT = path.resolve(import.meta.dirname, '../..');

const sources = ['core/src', 'web/src', 'server/src'].flatMap((folder) =>
  readdirSync(path.join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.|generated/.test(f))
    .map((f) => path.join(folder, f)),
);

const code = (n: ts.Node): boolean => {
  const parent = n.parent;
  if (ts.isImportDeclaration(parent) || ts.isExportDeclaration(parent) || ts.isLiteralTypeNode(parent)) return true;
  if (ts.isCaseClause(parent) || ts.isElementAccessExpression(parent)) return true;
  if (ts.isPropertyAssignment(parent) && parent.name === n) return true;
  return ts.isBinaryExpression(parent) && /^[!=]==$/.test(parent.operatorToken.getText());
};

/** Every text of a source that someone may read: sentences, and words with a capital or a blank in them. */
function textsOf(file: string): { readonly line: number; readonly text: string }[] {
  const body = readFileSync(path.join(ROOT, file), 'utf8');
  const tree = ts.createSourceFile(
    file,
    body,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const found: { line: number; text: string }[] = [];
  const visit = (n: ts.Node): void => {
    const text =
      (ts.isStringLiteral(n) || ts.isNoSubstitutionTemplateLiteral(n)) && !code(n)
        ? n.text
        : ts.isJsxText(n)
          ? n.text
          : ts.isTemplateExpression(n)
            ? [n.head.text, ...n.templateSpans.map((s) => s.literal.text)].join(' … ')
            : '';
    const said = text.replaceAll(/\s+/g, ' ').trim();
    // An address is no text, nor is what is asked of the database or a workbook.
    if (/\s|^\p{Lu}/u.test(said) && !/^(… )?\/\w|^(SELECT|WITH|UPDATE|INSERT|DELETE|SUM\()/.test(said))
      found.push({ line: tree.getLineAndCharacterOfPosition(n.getStart()).line + 1, text: said });
    ts.forEachChild(n, visit);
  };
  visit(tree);
  return found;
}

const all = sources.flatMap((file) => textsOf(file).map((t) => ({ file, ...t })));

test('no text of the program holds a banned word', () => {
  console.info(`${all.length} texts of ${sources.length} sources checked for banned words`);
  expect(all.length).toBeGreaterThan(3000);
  const kept = new Set(WORDS.kept);
  expect(
    all
      .filter((t) => !kept.has(t.text))
      .flatMap((t) => bannedIn(t.text).map((w) => `${t.file}:${t.line} “${w}” in “${t.text.slice(0, 90)}”`)),
  ).toEqual([]);
});

test('no sentence holds a name of the code or of the data', () => {
  // Drawings and what only a programmer can meet: a hook outside its provider, an address of the API.
  const OF_CODE = /^<|^CREATE|outside its provider|PUT \/builds|EXISTS \(/;
  expect(
    all
      .filter((t) => /[a-z] [a-z]/.test(t.text) && !OF_CODE.test(t.text))
      .flatMap((t) =>
        // A token is a figure once it is read.
        (
          t.text.replaceAll(/\{\{[^}]*\}\}?/g, ' ').match(/\b(?:[a-z]{2,}[A-Z][A-Za-z]+|[a-z]{2,}_[a-z_]{2,})\b/g) ?? []
        ).map((w) => `${t.file}:${t.line} “${w}” in “${t.text.slice(0, 90)}”`),
      ),
  ).toEqual([]);
});

test('an id that holds a banned word is shown by another name', () => {
  for (const id of WORDS.kept) {
    expect(bannedIn(id)).not.toEqual([]);
    expect(bannedIn(choiceWords(id))).toEqual([]);
  }
});

test('a banned word is found, and a plain word that holds it is not', () => {
  expect(bannedIn('The clutch stands it, nobody knows how long')).toEqual(['stands', 'nobody']);
  expect(bannedIn('Axle stands under the steering box; brake band')).toEqual(['band']);
  expect(bannedIn('standard, bandwidth, summary, stand-in')).toEqual([]);
});
