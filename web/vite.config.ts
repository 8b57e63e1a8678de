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
    // what draws charts and what writes paper come in one piece each, and only where they are asked for
    chunkSizeWarningLimit: 1300,
  },
})
