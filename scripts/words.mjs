// The room of the words: writes what TypeScript knows of its messages, and finds what does not fit.
// `node scripts/words.mjs` writes, `node scripts/words.mjs --check` only looks; `--in FOLDER`: in another room.
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { execFileSync } from 'node:child_process'
import { join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'
import { parse, TYPE } from '@formatjs/icu-messageformat-parser'

const root = fileURLToPath(new URL('..', import.meta.url))
const inFolder = process.argv.indexOf('--in')
const room = inFolder < 0 ? join(root, 'words') : resolve(process.argv[inFolder + 1] ?? '')
const folder = join(room, 'languages')
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
      !/^words\/src\/(catalogues|everyLanguage)/.test(path) &&
      !path.includes('.test.'),
  )
  .map((path) => readFileSync(join(root, path), 'utf8'))
  .join('\n')
const quoted = new Set([...sources.matchAll(/'([a-zA-Z0-9.-]+)'/g)].map(([, key]) => key))
const beginnings = [...sources.matchAll(/`([a-zA-Z-]+(?:\.[a-zA-Z-]+)*\.)\$\{/g)].map(([, head]) => head)
for (const key of typesOf.keys())
  if (!quoted.has(key) && !beginnings.some((head) => key.startsWith(head))) faults.push(`nothing says ${key}`)

const typed = [...typesOf].map(([key, places]) => {
  const fields = Object.entries(places).map(([name, type]) => `readonly ${name}: ${type}`)
  return `  '${key}': ${fields.length > 0 ? `{ ${fields.join('; ')} }` : 'object'}`
})
const heading = '// Written by scripts/words.mjs from words/languages.'
const fileOf = (language) => `'../languages/${language}.json'`
const asJson = "with: { type: 'json' }"
const written = {
  'catalogues.ts': `${heading}

/** What each language calls itself. */
export const OWN_NAMES = {
${languages.map((language) => `  ${language}: ${JSON.stringify(messagesOf[language]['language.self']).replaceAll('"', "'")},`).join('\n')}
} as const

/** Fetched by a page when it is wanted: nobody reads all of them. */
export const FETCHED = {
${languages.map((language) => `  ${language}: () => import(${fileOf(language)}, { ${asJson} }),`).join('\n')}
} as const

/** The messages, and what each has places for. */
export interface Messages {
${typed.join('\n')}
}
`,
  'everyLanguage.ts': `${heading}
${languages.map((language) => `import ${language} from ${fileOf(language)} ${asJson.replace(':', '')}`).join('\n')}
import { learn } from './words.ts'

/** For programs that speak to everybody: known from the start. */
export const CATALOGUES = { ${languages.join(', ')} } as const
learn(CATALOGUES)
`,
}
const isCheck = process.argv.includes('--check')
for (const [name, text] of Object.entries(written)) {
  const target = join(room, 'src', name)
  if (!isCheck) writeFileSync(target, text)
  else if (!existsSync(target) || readFileSync(target, 'utf8') !== text)
    faults.push(`src/${name} is old: node scripts/words.mjs`)
}
for (const fault of faults) console.error(`words: ${fault}`)
process.exitCode = faults.length > 0 ? 1 : 0
