import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** Imports run one way; see docs/decisions/0001-the-house.md. */
const coreLayers = [
  ['units', []],
  ['model', ['units']],
  ['curve', ['units', 'model']],
];
const questions = [
  'mass',
  'enginesums',
  'buying',
  'gearing',
  'run',
  'stress',
  'choose',
  'fit',
  'mounts',
  'joints',
  'noise',
  'money',
  'placement',
  'survey',
  'verdict',
  'formats',
  'drawing',
  'scan',
];
/** Which question may use which other question's public face. Never in a circle. */
const questionUses = {
  fit: ['mounts'],
  placement: ['fit', 'money'],
  survey: ['fit', 'mass'],
  choose: ['gearing', 'run', 'stress', 'mass', 'fit', 'joints'],
  run: ['gearing', 'mass', 'enginesums'],
  stress: ['gearing', 'enginesums'],
  gearing: ['mass', 'enginesums'],
  enginesums: [],
  buying: [],
  money: ['buying', 'joints', 'mass'],
  noise: [],
  mass: [],
  mounts: [],
  joints: ['buying'],
  verdict: ['mass', 'fit'],
  formats: [],
  drawing: ['fit'],
  scan: ['fit'],
};
const folders = [...coreLayers.map(([name]) => name), ...questions];

function restrict(folder, allowed) {
  const forbidden = folders.filter((f) => f !== folder && !allowed.includes(f));
  return {
    files: [`core/src/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: forbidden.flatMap((f) => [`**/${f}/*`]),
              message: `core/${folder} may not import these: imports run units ← model ← curve ← questions ← assess.`,
            },
            {
              group: [
                '../assess.ts',
                '../sums.ts',
                '../../assess.ts',
                '../../sums.ts',
                '../../../server/*',
                '../../../web/*',
              ],
              message: 'core folders may not look upward.',
            },
            {
              regex: `^\\.\\./(${allowed.join('|') || 'none'})/(?!index\\.ts$)`,
              message: "Use the other folder's public face (index.ts).",
            },
          ],
        },
      ],
    },
  };
}

export const base = [
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.tsbuild/**',
      'test-results/**',
      '.data/**',
      'web/src/validators/generated/**',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    languageOptions: { globals: { ...globals.node } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    ...reactHooks.configs.flat['recommended-latest'],
    languageOptions: { globals: globals.browser },
  },
  ...coreLayers.map(([folder, allowed]) => restrict(folder, allowed)),
  ...questions.map((folder) => restrict(folder, ['units', 'model', 'curve', ...questionUses[folder]])),
  {
    files: ['web/src/**/*.{ts,tsx}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [{ group: ['@sable/server*', '**/server/src/*'], message: 'web and server meet only over HTTP.' }],
        },
      ],
    },
  },
  {
    files: ['server/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['@sable/web*', '**/web/src/*'], message: 'web and server meet only over HTTP.' }] },
      ],
    },
  },
];

export default tseslint.config(...base);
