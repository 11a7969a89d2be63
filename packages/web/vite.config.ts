import { fileURLToPath } from 'node:url';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { libraryStyles } from './library-styles.ts';
import { compressedFiles, offlineFiles } from './offline-files.ts';
import { subsetFonts } from './subset-fonts.ts';

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), libraryStyles(), subsetFonts(), offlineFiles(), compressedFiles()],
  worker: { format: 'es' },
  build: { target: 'es2022', chunkSizeWarningLimit: 1500 },
});
