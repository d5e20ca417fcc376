import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';
import { compression } from 'vite-plugin-compression2';

export default defineConfig({
  root: import.meta.dirname,
  plugins: [
    react(),
    // The server sends files as they lie: compressed ones are made here, once.
    compression({
      algorithms: ['gzip', 'brotliCompress'],
      include: /\.(js|css|html|svg|json)$/,
      threshold: 1024,
    }),
  ],
  worker: { format: 'es' },
  build: {
    target: 'es2023',
    chunkSizeWarningLimit: 1200,
    rolldownOptions: {
      output: {
        codeSplitting: {
          // What the list needs is one file, and what the drawing room needs besides is another: a dozen small ones
          // take their turns on the way.
          groups: [
            { name: 'first', tags: ['$initial'], priority: 2 },
            // The solid view and what draws it (two thirds of a MB) come when it is opened.
            { name: 'room', test: /web\/src\/(board\/(?!solid\/)|app\/(DesignPage|Workplace))/, priority: 1 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4870' } },
});
