// The programs written in TypeScript that run on Node, put together once: a start then reads a few files, not hundreds.
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { root, workDir } from './setup.mjs'

/** By the name of what is made of it. The server finds its threads beside itself. */
const PROGRAMS = {
  server: 'server/src/main.ts',
  thread: 'server/src/reading/tasks.ts',
  documents: 'server/src/intake/clean.ts',
  printer: 'server/src/paper/print.ts',
  upkeep: 'server/src/upkeep.ts',
  'stand-ins': 'stand-ins/src/main.ts',
  demo: 'demo/main.ts',
  shop: 'demo/shop.ts',
  measured: 'scripts/perf/measured.ts',
}
const SOURCES = [
  'server/src',
  'stand-ins/src',
  'demo',
  'core/src',
  'core/test',
  'contract/src',
  'words/src',
  'words/languages',
  'scripts/perf/measured.ts',
  'package-lock.json',
]
const folder = join(workDir, 'programs')
/** A server that runs may still want its thread from what it was begun with. */
const KEPT_MS = 7 * 24 * 3_600_000

/** Tells files and folders of the project as they are from as they were: by each file's name, size and last change. */
export function stampOf(parts) {
  const all = createHash('sha256')
  const walk = (path) => {
    const stat = statSync(path)
    if (!stat.isDirectory()) all.update(`${path} ${stat.size} ${stat.mtimeMs}\n`)
    else
      for (const name of readdirSync(path).sort())
        if (name !== 'node_modules' && name !== 'dist') walk(join(path, name))
  }
  for (const part of parts) walk(join(root, part))
  return all.digest('hex').slice(0, 16)
}

/** The file of a program, made where its sources have changed. @param name one of those above */
export async function program(name) {
  const made = join(folder, stampOf(SOURCES))
  if (!existsSync(made)) await make(made)
  return join(made, `${name}.mjs`)
}

/** What a program exports. */
export const programOf = async (name) => import(pathToFileURL(await program(name)).href)

/** Apart first, and then by one name at once: two that make it together do not read each other's halves. */
async function make(made) {
  const { build } = await import('vite')
  mkdirSync(folder, { recursive: true })
  for (const old of readdirSync(folder))
    if (Date.now() - statSync(join(folder, old)).mtimeMs > KEPT_MS)
      rmSync(join(folder, old), { recursive: true, force: true })
  const apart = `${made}.${process.pid}`
  await build({
    configFile: false,
    root,
    logLevel: 'warn',
    publicDir: false,
    ssr: { noExternal: [/^@benevox\//] },
    build: {
      ssr: true,
      outDir: apart,
      target: 'node20',
      sourcemap: true,
      minify: false,
      rolldownOptions: {
        input: PROGRAMS,
        // Languages are fetched by pages only; here all are known from the start.
        checks: { ineffectiveDynamicImport: false },
        output: { entryFileNames: '[name].mjs', chunkFileNames: '[name]-[hash].mjs' },
      },
    },
  })
  try {
    renameSync(apart, made)
  } catch (error) {
    if (!existsSync(made)) throw error
    rmSync(apart, { recursive: true, force: true })
  }
}
