import { defineConfig } from 'vite';

export default defineConfig({
  root: import.meta.dirname,
  build: {
    ssr: true,
    rolldownOptions: { input: ['main.ts', 'helper.ts'].map(name => `${import.meta.dirname}/${name}`) },
    target: 'node20',
    outDir: 'dist',
    emptyOutDir: true,
  },
  // Core is TypeScript and is bundled, and so are the packages of many small files that every run needs: Node takes longer
  // to find those than a small table takes. What else is installed is left to Node.
  ssr: {
    noExternal: [
      '@wold/core',
      '@wold/engines',
      '@wold/kernels',
      '@noble/hashes',
      'commander',
      'fast-png',
      'fflate',
      'papaparse',
      'pure-rand',
      'zod',
    ],
  },
});
