import { readFileSync } from 'node:fs'
import type { Plugin } from 'vite'

/** What the first page may say: the rest of a language comes with the first page that is not one of them. */
export const FIRST_WORDS =
  /^(?:app|away|chance|jobs|keyHelp|keyboard|lock|lockState|problem|rail|shelf|signIn|station|switchPerson|timers|tray|view|waits)\.|^(?:askNow\.later|history\.line)$/

const FILE = /\/words\/languages\/[a-z]+\.json$/
const [FIRST, REST] = ['\0first-words:', '\0rest-of-words:']

/** Takes each language apart: a file of what is said first, and one of the rest that it knows how to fetch. */
export function firstWords(): Plugin {
  return {
    name: 'first-words',
    enforce: 'pre',
    async resolveId(source, importer) {
      if (source.startsWith(REST)) return source
      const file = (await this.resolve(source, importer, { skipSelf: true }))?.id
      return file !== undefined && FILE.test(file) ? `${FIRST}${file.replace(/json$/, '')}` : undefined
    },
    load(id) {
      const [begins, isFirst] = id.startsWith(FIRST) ? [FIRST, true] : [REST, false]
      if (!id.startsWith(begins)) return undefined
      const file = `${id.slice(begins.length)}json`
      const all = Object.entries(JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>)
      const mine = Object.fromEntries(all.filter(([key]) => FIRST_WORDS.test(key) === isFirst))
      const rest = `export const rest = () => import(${JSON.stringify(`${REST}${id.slice(begins.length)}`)})`
      return { code: `export default ${JSON.stringify(mine)}\n${isFirst ? rest : ''}`, moduleType: 'js' }
    },
  }
}
