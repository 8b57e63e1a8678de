import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { resolve } from 'node:path'
import { defineConfig } from 'vite'

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  build: {
    outDir: resolve(import.meta.dirname, '../dist/web'),
    emptyOutDir: true,
    target: 'es2022',
    modulePreload: { polyfill: false },
    // the charting library comes in one piece, and only where a chart is looked at
    chunkSizeWarningLimit: 1200,
  },
})
