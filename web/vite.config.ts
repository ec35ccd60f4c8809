import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const api = process.env['API_URL'] ?? 'http://127.0.0.1:4080';

export default defineConfig({
  plugins: [react()],
  server: { host: '127.0.0.1', port: 5173, strictPort: true, proxy: { '/api': { target: api, changeOrigin: true } } },
  worker: { format: 'es' },
  optimizeDeps: { entries: ['index.html', 'src/**/*.{ts,tsx}'] },
  build: {
    target: 'es2022',
    chunkSizeWarningLimit: 900,
    // Fonts stay files: a data: URL would need a wider content policy.
    assetsInlineLimit: 0,
  },
});
