import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'

const server = process.env['BENEVOX_API'] ?? 'http://127.0.0.1:4180'

export default defineConfig({
  plugins: [vue(), tailwindcss()],
  build: { sourcemap: false, chunkSizeWarningLimit: 900 },
  server: { host: '127.0.0.1', proxy: { '/api': server } },
})
