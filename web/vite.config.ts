import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // The table of units is the core's own, read by both sides.
  resolve: { alias: { '@units': at('../src/NeatBore.Core/Measures/units.json') } },
  server: { proxy: { '/api': 'http://127.0.0.1:5317' }, fs: { allow: ['..'] } },
  // A busy machine is no fault of the code.
  test: { testTimeout: 60_000 },
  build: { outDir: at('../src/NeatBore.Server/wwwroot'), emptyOutDir: true, chunkSizeWarningLimit: 700 },
});
