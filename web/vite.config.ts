import { fileURLToPath } from 'node:url';
import { minifySync } from '@swc/core';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

const api = process.env['API_URL'] ?? 'http://127.0.0.1:4080';

/**
 * Marks the making of a schema as changing nothing else, so that schemas which nothing reads are left out of a bundle: the
 * page judges by the shapes and checks none.
 */
const pureSchemas = (): Plugin => ({
  name: 'pure-schemas',
  enforce: 'post',
  transform: (code, id) =>
    /\/core\/src\/.*\.ts$/.test(id)
      ? code.replace(/\b(?:Type\.[A-Z]\w*|withKind)\(/g, '/* @__PURE__ */ $&')
      : undefined,
});

/** A second pass over what is bundled: it folds what the first leaves, two parts in a hundred of what the first page loads. */
const smaller = (): Plugin => ({
  name: 'smaller',
  apply: 'build',
  enforce: 'post',
  generateBundle(_, bundle) {
    for (const file of Object.values(bundle))
      if (file.type === 'chunk')
        file.code = minifySync(file.code, { module: true, compress: { passes: 2 }, mangle: true }).code;
  },
});

export default defineConfig({
  plugins: [react(), pureSchemas(), smaller()],
  // Its source, of which a bundle takes what is used; what the package shows is one file of all it can.
  resolve: {
    alias: [
      { find: /^ml-matrix$/, replacement: fileURLToPath(new URL('src/index.js', import.meta.resolve('ml-matrix'))) },
    ],
  },
  server: { host: '127.0.0.1', port: 5173, strictPort: true, proxy: { '/api': { target: api, changeOrigin: true } } },
  worker: { format: 'es', plugins: () => [pureSchemas(), smaller()] },
  optimizeDeps: { entries: ['index.html', 'src/**/*.{ts,tsx}'] },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    // Fonts stay files: a data: URL would need a wider content policy.
    assetsInlineLimit: 0,
    rolldownOptions: {
      output: {
        codeSplitting: {
          // One file of what every page needs: each file costs a request. What only some screens share stays as it falls,
          // since grouped it would run in another order.
          groups: [{ name: 'first', tags: ['$initial'] }],
        },
      },
    },
  },
});
