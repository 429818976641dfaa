import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    manifest: true,
    chunkSizeWarningLimit: 900,
    // The language is chosen before the first catalogue loads: it comes in a file of its own, which is the first.
    rolldownOptions: {
      output: { codeSplitting: { groups: [{ name: 'language', test: /(store|messages\/src)\/language\.ts$/ }] } },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
