import tseslint from 'typescript-eslint';
import { base } from './eslint.config.js';

/** The type-aware rules: slow, so in `npm test` and not in `npm run check`. */
export default tseslint.config(...base, {
  files: ['**/*.{ts,tsx}'],
  ignores: ['scripts/**'],
  languageOptions: { parserOptions: { project: './tsconfig.lint.json', tsconfigRootDir: import.meta.dirname } },
  plugins: { '@typescript-eslint': tseslint.plugin },
  rules: {
    '@typescript-eslint/no-floating-promises': 'error',
    '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: { attributes: false } }],
    '@typescript-eslint/await-thenable': 'error',
    '@typescript-eslint/no-unnecessary-type-assertion': 'error',
    '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
    '@typescript-eslint/only-throw-error': 'error',
  },
});
