import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compressedFiles, offlineFiles } from './offline-files.ts';

const nothing = fileURLToPath(new URL('./src/workers/nothing.ts', import.meta.url));

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), offlineFiles(), compressedFiles()],
  // The PDF writer can also draw web pages; we never ask it to, so those parts stay out of the build.
  resolve: { alias: { html2canvas: nothing, canvg: nothing, dompurify: nothing } },
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1500 },
});
