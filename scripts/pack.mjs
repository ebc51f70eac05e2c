// npm run pack -- check FILE [--json]: reads a catalogue pack and says what is wrong with it, by path.
import { readFileSync, statSync } from 'node:fs'
import { parseArgs } from 'node:util'
import { ensureNodeModules, give } from './lib/setup.mjs'

const LARGEST_BYTES = 64 * 1024 * 1024
const { positionals, values } = parseArgs({ allowPositionals: true, options: { json: { type: 'boolean' } } })
const [command, file] = positionals
if (command !== 'check' || !file) give('Say what to check: npm run pack -- check FILE [--json]')

ensureNodeModules()
const { tsImport } = await import('tsx/esm/api')
const { readPack } = await tsImport('../core/src/catalog/index.ts', import.meta.url)
const { checkPack } = await tsImport('../core/src/procedure/index.ts', import.meta.url)

const found = findingsIn(file)
if (values.json) console.log(JSON.stringify({ file, findings: found }, null, 2))
else {
  for (const { path, code, sentence } of found)
    console.log(`${path.join('.') || 'the file'}: ${sentence} [${code}]`)
  console.log(found.length === 0 ? `${file}: nothing found` : `${file}: ${found.length} found`)
}
process.exitCode = found.length === 0 ? 0 : 1

function findingsIn(name) {
  const whole = (sentence) => [{ path: [], code: 'shape', sentence }]
  let text
  try {
    if (statSync(name).size > LARGEST_BYTES) return whole('The file is larger than 64 MB.')
    text = new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(name))
  } catch (error) {
    return whole(error instanceof TypeError ? 'The file is not UTF-8 text.' : 'The file cannot be read.')
  }
  let written
  try {
    written = JSON.parse(text)
  } catch {
    return whole('The file is not JSON.')
  }
  const reading = readPack(written)
  return reading.kind === 'refused' ? reading.faults : checkPack(reading.pack)
}
