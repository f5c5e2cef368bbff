import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';
import { catalogueParts } from './catalogue.ts';
import { compressed } from './compressed.ts';
import { withoutThemeVariables } from './withoutThemeVariables.ts';

export default defineConfig({
  plugins: [react(), catalogueParts(), withoutThemeVariables(), compressed()],
  build: { target: 'es2022', assetsInlineLimit: 0, chunkSizeWarningLimit: 900 },
  test: {
    // A form typed into key by key takes a while on a busy machine.
    testTimeout: 20_000,
    maxWorkers: '100%',
    // Loading what a screen is made of costs more than most tests of it.
    isolate: false,
    setupFiles: 'src/testing/setup.ts',
  },
  server: {
    // The guide and its pictures lie beside the web, in docs.
    fs: { allow: ['..'] },
    proxy: { '/api': `http://127.0.0.1:${process.env.RELIQUUM_PORT ?? '8080'}` },
  },
});
