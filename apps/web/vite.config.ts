import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

// Scripts of every page are one: apart, each small one brings along parts that others share.
const groups = [
  { name: 'react', test: /node_modules[\\/](react|react-dom|react-router|scheduler)[\\/]/ },
  {
    name: 'kit',
    test: /apps[\\/]web[\\/]src[\\/]shared[\\/](ui[\\/](Choices|Group|KeyCap|later|notify|PopoverButton|QuietButton|room-columns|tokens|useSize)|fresh-id|when-idle)\./,
  },
];

export default defineConfig({
  plugins: [react()],
  resolve: { conditions: ['@plucky/source', ...defaultClientConditions] },
  worker: { format: 'es' },
  server: { port: 5173, proxy: { '/api': 'http://127.0.0.1:4870' } },
  build: {
    target: 'es2023',
    chunkSizeWarningLimit: 900,
    manifest: true,
    // Every browser that runs this target knows modulepreload.
    modulePreload: { polyfill: false },
    rolldownOptions: {
      output: { codeSplitting: { groups } },
      // Its tables of chords are left out where only notes and modes are asked for.
      treeshake: {
        moduleSideEffects: [{ test: /node_modules[\\/](tonal|@tonaljs)[\\/]/, sideEffects: false }],
      },
    },
  },
});
