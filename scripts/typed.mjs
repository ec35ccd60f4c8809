// Types and the lint that needs them, from one program: each house with one of its own reads and checks core over again.
import { ESLint } from 'eslint';
import ts from 'typescript';
import typed from '../eslint.types.config.js';
import { root } from './ensure.mjs';

const config = ts.getParsedCommandLineOfConfigFile(`${root}/tsconfig.lint.json`, undefined, {
  ...ts.sys,
  onUnRecoverableConfigFileDiagnostic: (d) => {
    throw new Error(ts.flattenDiagnosticMessageText(d.messageText, '\n'));
  },
});
const program = ts.createProgram(config.fileNames, config.options);

const eslint = new ESLint({
  cwd: root,
  overrideConfigFile: true,
  overrideConfig: [
    ...typed,
    { files: ['**/*.{ts,tsx}'], ignores: ['scripts/**'], languageOptions: { parserOptions: { programs: [program] } } },
  ],
});
const results = await eslint.lintFiles(['.']);
const broken = results.filter((r) => r.messages.length > 0);
const words = await (await eslint.loadFormatter()).format(results);
if (words !== '') console.log(words);

const ours = program.getSourceFiles().filter((f) => !f.fileName.includes('/node_modules/'));
const wrong = [
  ...program.getOptionsDiagnostics(),
  ...program.getGlobalDiagnostics(),
  ...ours.flatMap((f) => [
    ...program.getSyntacticDiagnostics(f),
    ...program.getSemanticDiagnostics(f),
    // What one house can’t say to another in declarations breaks `tsc -b`.
    ...program.getDeclarationDiagnostics(f),
  ]),
];
if (wrong.length > 0)
  console.log(
    ts.formatDiagnostics(wrong, {
      getCanonicalFileName: (f) => f,
      getCurrentDirectory: () => root,
      getNewLine: () => '\n',
    }),
  );
process.exit(broken.length + wrong.length > 0 ? 1 : 0);
