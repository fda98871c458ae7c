import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression, defineAlgorithm } from 'vite-plugin-compression2';
import { VitePWA } from 'vite-plugin-pwa';
import { BROTLI, pack } from './pack.ts';
import { SUM_BYTES } from './src/keptFiles.ts';

const sumOf = (bytes: Uint8Array) =>
  createHash('sha256').update(bytes).digest().subarray(0, SUM_BYTES).toString('base64');

export default defineConfig({
  plugins: [
    react(),
    pack(),
    // Packed once, not at each first visit.
    compression({
      include: /assets\/.*\.(js|css)$/,
      algorithms: ['gzip', defineAlgorithm('brotliCompress', BROTLI)],
    }),
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      manifest: {
        name: 'Sendero',
        short_name: 'Sendero',
        description: 'Scout emerged stands, row by row',
        start_url: '/',
        display: 'standalone',
        background_color: '#f5eee0',
        theme_color: '#f5eee0',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' }],
      },
      // The screens of the field are kept first, the rest behind them: see src/sw.ts.
      strategies: 'injectManifest',
      srcDir: 'src',
      // The name that devices already look for.
      filename: 'sw.ts',
      injectManifest: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        // What each file must be, so that no page of a network's portal is kept in its place.
        manifestTransforms: [
          (entries) => ({
            manifest: entries.map((entry) => ({
              ...entry,
              sum: sumOf(readFileSync(new URL(`./dist/${entry.url}`, import.meta.url))),
            })),
          }),
        ],
      },
    }),
  ],
  // The server takes changes from pages of its own address only: it hears the one that the browser asked.
  server: {
    proxy: {
      '/api': {
        target: process.env.SENDERO_API ?? 'http://127.0.0.1:4180',
        changeOrigin: false,
      },
    },
  },
  build: {
    target: 'es2022',
    manifest: true,
    chunkSizeWarningLimit: 700,
    // What every page needs is one file: asking for each of its thirteen costs more than reading it.
    rolldownOptions: {
      output: { codeSplitting: { groups: [{ name: 'start', tags: ['$initial'] }] } },
    },
  },
});
