import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  build: {
    ssr: true,
    rolldownOptions: {
      input: ['main.ts', 'api/runThread.ts'].map(name => `${import.meta.dirname}/${name}`),
    },
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
  },
  // Core is TypeScript and is bundled; what is installed is left to Node.
  ssr: { noExternal: ['@wold/core', '@wold/engines', '@wold/kernels'] },
});
