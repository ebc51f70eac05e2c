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
const { ENGLISH, findingText, flawText } = await tsImport('../words/src/node.ts', import.meta.url)
const { checkPack } = await tsImport('../core/src/method/index.ts', import.meta.url)

const found = findingsIn(file)
if (values.json) console.log(JSON.stringify({ file, findings: found }, null, 2))
else {
  for (const { path, code, sentence } of found)
    console.log(`${path.join('.') || 'the file'}: ${sentence} [${code}]`)
  console.log(found.length === 0 ? `${file}: nothing found` : `${file}: ${found.length} found`)
}
process.exitCode = found.length === 0 ? 0 : 1

function findingsIn(name) {
  const faulty = ({ path, flaw }) => ({ path, code: flaw.code, sentence: flawText(flaw, ENGLISH) })
  const whole = (flaw) => [faulty({ path: [], flaw })]
  let text
  try {
    if (statSync(name).size > LARGEST_BYTES)
      return whole({ code: 'large-file', megabytes: Math.round(statSync(name).size / 1024 / 1024), most: 64 })
    text = new TextDecoder('utf-8', { fatal: true }).decode(readFileSync(name))
  } catch (error) {
    if (!(error instanceof TypeError)) throw error
    return whole({ code: 'no-encoding' })
  }
  let written
  try {
    written = JSON.parse(text)
  } catch {
    return whole({ code: 'not-json' })
  }
  const reading = readPack(written)
  if (reading.kind === 'refused') return reading.faults.map(faulty)
  return checkPack(reading.pack).map((finding) => ({
    path: finding.path,
    code: finding.code,
    sentence: findingText(finding, ENGLISH),
  }))
}
