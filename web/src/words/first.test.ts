import { existsSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import english from '../../../words/languages/en.json' with { type: 'json' }
import { FIRST_WORDS } from '../../firstWords.ts'

const SRC = fileURLToPath(new URL('..', import.meta.url))
const KEYS = Object.keys(english)
/** What each file imports at once; what it fetches when it is asked for is not meant. */
const IMPORTS = /^(?:import|export) (?!type )[^;]*?from '(\.[^']+)'|^import '(\.[^']+)'/gms
/** A key, or how keys begin that are put together. */
const SAID = /['"`]([a-zA-Z]+\.[\w.-]*)/g

function filesFrom(first: string): readonly string[] {
  const files = new Set<string>()
  const look = (file: string) => {
    if (files.has(file) || !existsSync(file)) return
    files.add(file)
    for (const [, from, alone] of readFileSync(file, 'utf8').matchAll(IMPORTS))
      look(join(dirname(file), from ?? alone ?? ''))
  }
  look(first)
  return [...files]
}

describe('the first page has the words it says', () => {
  const files = filesFrom(join(SRC, 'main.ts'))
  it('in every file that comes with it', () => {
    const names = files.map((file) => file.slice(SRC.length))
    expect(names).toContain('stations/jobs/StationQueue.vue')
    expect(names).not.toContain('job/jobs.ts')
    const said = files.flatMap((file) =>
      [...readFileSync(file, 'utf8').matchAll(SAID)].map(([, key = '']) => ({
        file: file.slice(SRC.length),
        key,
      })),
    )
    const meant = said.flatMap(({ file, key }) =>
      KEYS.filter((one) => one === key || (/[.-]$/.test(key) && one.startsWith(key))).map((one) => ({
        file,
        key: one,
      })),
    )
    expect(meant.length).toBeGreaterThan(80)
    expect(meant.filter(({ key }) => !FIRST_WORDS.test(key))).toEqual([])
  })
  it('and few others', () => {
    const first = KEYS.filter((key) => FIRST_WORDS.test(key))
    expect(first.length).toBeLessThan(KEYS.length / 8)
  })
})
