import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

// Threads need shared memory, which browsers give only to isolated pages.
const isolation = {
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Embedder-Policy': 'require-corp',
};

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react()],
  worker: { format: 'es' },
  server: { headers: isolation },
  build: { target: 'es2023', outDir: 'dist', emptyOutDir: true, chunkSizeWarningLimit: 1200 },
});
