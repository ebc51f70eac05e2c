import tailwindcss from '@tailwindcss/vite'
import vue from '@vitejs/plugin-vue'
import { defineConfig } from 'vite'
import { firstWords } from './firstWords.ts'
import { noCircles } from './noCircles.ts'

const server = process.env['BENEVOX_API'] ?? 'http://127.0.0.1:4180'

/**
 * What works a job out: no first page needs it, and it is fetched with the first job. What core's topics say of their
 * records alone, the wire needs everywhere. Whatever of core this needs must be here or need none of it, or chunks
 * import each other in a circle and start by luck of their order: `noCircles` refuses to build that.
 */
const WORKED_OUT =
  /\/core\/src\/(?:decision|diagnosis|method|twin|hand|secret|catalog\/(?!pack|vocabulary|search)|price\/(?!bill|priceList|retention)|route\/(?!facts)|carrier\/(?!steps)|job\/(?!condition|money|records|orders|shown|supplierMail)|clocks\/(?!openingHours))|\/node_modules\/(?:luxon|lru-cache)\//

export default defineConfig({
  plugins: [firstWords(), vue(), tailwindcss(), noCircles()],
  build: {
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    rolldownOptions: {
      output: {
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [{ name: 'worked-out', test: WORKED_OUT }],
        },
      },
    },
  },
  server: { host: '127.0.0.1', proxy: { '/api': server } },
})
