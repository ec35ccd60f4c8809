import parser from '@typescript-eslint/parser';
import { HOUSES } from './lint/floors.js';
import { floors } from './lint/rule.js';

const onlyOverHttp = (group) => ({
  'no-restricted-imports': ['error', { patterns: [{ group, message: 'web and server meet only over HTTP.' }] }],
});

/** The wall alone: every other rule is in .oxlintrc.json. */
export default [
  { ignores: ['web/src/validators/generated/**'] },
  { files: ['**/*.{ts,tsx}'], languageOptions: { parser } },
  {
    // See docs/decisions/0001-the-house.md. Tests may look behind a face.
    files: HOUSES.map((h) => `${h.root}/**/*.{ts,tsx}`),
    ignores: ['**/*.test.{ts,tsx}'],
    plugins: { house: { rules: { floors } } },
    rules: { 'house/floors': ['error', HOUSES] },
  },
  { files: ['web/src/**/*.{ts,tsx}'], rules: onlyOverHttp(['@sable/server*', '**/server/src/*']) },
  { files: ['server/src/**/*.ts'], rules: onlyOverHttp(['@sable/web*', '**/web/src/*']) },
];
