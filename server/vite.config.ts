import { defineConfig } from 'vite';

/**
 * The server and the core in two files that Node.js runs as they are, with their packages beside them: a start takes a
 * third of what reading the sources takes.
 */
export default defineConfig({
  root: import.meta.dirname,
  // Sources of this project are built in; what is installed stays where it is.
  ssr: { noExternal: [/^@pelkin\//] },
  build: {
    ssr: true,
    target: 'node20',
    sourcemap: true,
    rolldownOptions: {
      input: {
        main: 'src/main.ts',
        'admit.worker': 'src/designs/admit.worker.ts',
        pictureReader: 'src/pictures/reader.ts',
      },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name]-[hash].js' },
    },
  },
});
