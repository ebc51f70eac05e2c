// The room of the words: writes what TypeScript knows of its messages, and finds what does not fit.
// `node scripts/words.mjs` writes, `node scripts/words.mjs --check` only looks.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parse, TYPE } from '@formatjs/icu-messageformat-parser'

const root = fileURLToPath(new URL('..', import.meta.url))
const folder = join(root, 'words/languages')
const target = join(root, 'words/src/catalogues.ts')
const FIRST = 'en'

const languages = readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .map((name) => name.slice(0, -'.json'.length))
  .sort((a, b) => (a === FIRST ? -1 : b === FIRST ? 1 : a.localeCompare(b)))
const messagesOf = Object.fromEntries(
  languages.map((language) => [language, JSON.parse(readFileSync(join(folder, `${language}.json`), 'utf8'))]),
)

/** The places of a message with their TypeScript types. */
function placesOf(elements, places = {}) {
  for (const element of elements) {
    switch (element.type) {
      case TYPE.argument:
        places[element.value] ??= 'string | number'
        break
      case TYPE.number:
      case TYPE.plural:
        places[element.value] = 'number'
        break
      case TYPE.date:
      case TYPE.time:
        places[element.value] = 'Date'
        break
      case TYPE.select: {
        const options = Object.keys(element.options)
        places[element.value] = options.includes('other')
          ? 'string'
          : options.map((one) => `'${one}'`).join(' | ')
      }
    }
    for (const { value } of Object.values(element.options ?? {})) placesOf(value, places)
    if (element.type === TYPE.tag) placesOf(element.children, places)
  }
  return places
}

const faults = []
const typesOf = new Map()
for (const language of languages) {
  const messages = messagesOf[language]
  for (const key of Object.keys(messagesOf[FIRST]))
    if (!(key in messages)) faults.push(`${language}.json lacks ${key}`)
  for (const [key, message] of Object.entries(messages)) {
    if (!(key in messagesOf[FIRST])) faults.push(`${language}.json has ${key}, ${FIRST}.json has not`)
    let places
    try {
      places = placesOf(parse(message, { ignoreTag: true, requiresOtherClause: true }))
    } catch (error) {
      faults.push(`${language}.json, ${key}: ${error.message}`)
      continue
    }
    if (language === FIRST) typesOf.set(key, places)
    const missing = Object.keys(typesOf.get(key) ?? {}).filter((name) => !(name in places))
    const strange = Object.keys(places).filter((name) => !(name in (typesOf.get(key) ?? {})))
    if (missing.length > 0) faults.push(`${language}.json, ${key}: no place for ${missing.join(', ')}`)
    if (strange.length > 0)
      faults.push(`${language}.json, ${key}: nothing is given for ${strange.join(', ')}`)
  }
}

const sources = execFileSync('git', ['ls-files', '-co', '--exclude-standard', '*.ts', '*.vue', '*.mjs'], {
  cwd: root,
  encoding: 'utf8',
})
  .split('\n')
  .filter(
    (path) =>
      path &&
      existsSync(join(root, path)) &&
      !path.startsWith('words/src/catalogues') &&
      !path.includes('.test.'),
  )
  .map((path) => readFileSync(join(root, path), 'utf8'))
  .join('\n')
const beginnings = [...sources.matchAll(/`([a-zA-Z-]+(?:\.[a-zA-Z-]+)*\.)\$\{/g)].map(([, head]) => head)
for (const key of typesOf.keys())
  if (!sources.includes(`'${key}'`) && !beginnings.some((head) => key.startsWith(head)))
    faults.push(`nothing says ${key}`)

const typed = [...typesOf].map(([key, places]) => {
  const fields = Object.entries(places).map(([name, type]) => `readonly ${name}: ${type}`)
  return `  '${key}': ${fields.length > 0 ? `{ ${fields.join('; ')} }` : 'object'}`
})
const written = `// Written by scripts/words.mjs from words/languages.
${languages.map((language) => `import ${language} from '../languages/${language}.json' with { type: 'json' }`).join('\n')}

export const CATALOGUES = { ${languages.join(', ')} } as const

/** The messages, and what each has places for. */
export interface Messages {
${typed.join('\n')}
}
`
const isCheck = process.argv.includes('--check')
if (!isCheck) writeFileSync(target, written)
else if (readFileSync(target, 'utf8') !== written)
  faults.push('words/src/catalogues.ts is old: node scripts/words.mjs')
for (const fault of faults) console.error(`words: ${fault}`)
process.exitCode = faults.length > 0 ? 1 : 0
