// Reading and checking a pack of a megabyte, all of it families.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from '../lib/setup.mjs'
import { median } from './figures.mjs'

const BYTES = 1_000_000
const ROUNDS = 5

/** The demo's families over and over, each with a short name of its own, until the file is so large. */
export function megabyte() {
  const pack = JSON.parse(readFileSync(join(root, 'demo/pack.json'), 'utf8'))
  const families = [...pack.families]
  let bytes = JSON.stringify(pack).length
  for (let n = 1; bytes < BYTES; n++)
    for (const family of families) {
      const copy = { ...family, id: `${family.id}-${n}` }
      pack.families.push(copy)
      bytes += JSON.stringify(copy).length + 1
    }
  return pack
}

/** @returns medians of several rounds, each with the file read anew */
export function measureCheck({ readPack, checkPack }) {
  const text = JSON.stringify(megabyte())
  const rounds = Array.from({ length: ROUNDS }, () => {
    const from = performance.now()
    const reading = readPack(JSON.parse(text))
    if (reading.kind === 'refused') throw new Error(reading.faults[0]?.sentence)
    const readMs = performance.now() - from
    const findings = checkPack(reading.pack)
    return {
      families: reading.pack.families.length,
      findings: findings.length,
      readMs,
      allMs: performance.now() - from,
    }
  })
  return {
    families: rounds[0].families,
    findings: rounds[0].findings,
    'read, ms': Math.round(median(rounds.map(({ readMs }) => readMs))),
    'read and checked, ms': Math.round(median(rounds.map(({ allMs }) => allMs))),
    'first round, ms': Math.round(rounds[0].allMs),
  }
}
