import { constants as zlib } from 'node:zlib';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    // Compressed once and well, instead of on the fly for each request.
    compression({
      include: /\.(?:js|css|svg)$/u,
      threshold: 500,
      algorithms: [
        defineAlgorithm('gzip', { level: 9 }),
        // One step below the highest level: a third of its time for files a hundredth larger.
        defineAlgorithm('brotliCompress', { params: { [zlib.BROTLI_PARAM_QUALITY]: 10 } }),
      ],
    }),
  ],
  build: {
    target: 'es2022',
    assetsInlineLimit: 0,
    manifest: true,
    chunkSizeWarningLimit: 900,
    // The language is chosen before the first catalogue loads: it comes in a file of its own, which is the first.
    // What the page of jobs begins with is one file, and the rest of it another, since a phone waits for each.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            { name: 'language', test: /(store|messages\/src)\/language\.ts$/, priority: 30 },
            { name: 'base', test: /web\/src\/(main|app\/App)\.tsx$/, priority: 20 },
            { name: 'jobs', test: /web\/src\/(jobs\/(JobsPage|SetupList)|store\/outbox\/indexedStore)\.tsx?$/, priority: 10 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4310' } },
});
