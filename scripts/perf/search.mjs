// The model search over 50,000 invented names, beside other packages for the same job.
import { median, percentile } from './figures.mjs'

const PARTS = 'ka lo mi ter van sol bri dun fex gra hol jin ner pol qui ros sta tul wex yor'.split(' ')
const COUNT = 50_000
const SHOWN = 8
/** About how long each package is asked. */
const MOST_MS = 12_000

/** Every package answers the same questions: words, beginnings, another order, a year, one typing error. */
export async function measureSearch({ ModelSearch, seeded, searchText }) {
  const random = seeded(7)
  const pick = (list) => list[Math.floor(random() * list.length)]
  const word = (parts) => Array.from({ length: parts }, () => pick(PARTS)).join('')
  const makers = Array.from({ length: 120 }, () => word(2 + Math.floor(random() * 2)))
  const models = Array.from({ length: COUNT }, () => {
    const maker = pick(makers)
    return {
      maker,
      name: `${word(2)} ${Math.floor(random() * 100)}${random() < 0.3 ? ' Pro' : ''}`,
      codeNames: [word(3)],
      modelText: `${maker.slice(0, 2).toUpperCase()}-${Math.floor(random() * 99_999)}`,
      year: 2008 + Math.floor(random() * 18),
      kind: 'phone',
    }
  })
  const slipped = (text) => {
    const at = 1 + Math.floor(random() * (text.length - 1))
    return `${text.slice(0, at)}x${text.slice(at + 1)}`
  }
  const questions = Array.from({ length: 200 }, () => {
    const id = Math.floor(random() * COUNT)
    const { maker, name, codeNames, modelText, year } = models[id]
    const forms = [
      codeNames[0],
      modelText,
      `${name} ${maker}`,
      `${year} ${codeNames[0].slice(0, 4)} ${name}`,
      slipped(codeNames[0]),
      `${slipped(name.split(' ')[0])} ${name.split(' ')[1]} ${maker} ${year}`,
    ]
    return forms.map((query, form) => ({ query, id, hasSlip: form >= 4 }))
  }).flat()
  // Every keystroke on the way to a question is a search of its own.
  const keystrokes = questions
    .slice(0, 120)
    .flatMap(({ query }) => Array.from({ length: query.length }, (_, n) => query.slice(0, n + 1)))

  const texts = models.map((model) => searchText(model).toLowerCase())
  const rows = []
  for (const [name, build] of await candidates(models, texts, ModelSearch)) {
    const from = performance.now()
    const search = build()
    const buildMs = performance.now() - from
    // A slow package answers a part of the questions, evenly taken, so that the comparison ends.
    const one = median(keystrokes.filter((_, n) => n % 200 === 0).map((query) => timed(() => search(query))))
    const every = Math.max(1, Math.ceil((one * (keystrokes.length + questions.length)) / MOST_MS))
    const some = (list) => list.filter((_, n) => n % every === 0)
    const times = some(keystrokes).map((query) => timed(() => search(query)))
    const right = (hasSlip) => {
      const ones = some(questions.filter((question) => question.hasSlip === hasSlip))
      return ones.filter(({ query, id }) => search(query).includes(id)).length / ones.length
    }
    rows.push({
      package: name,
      'build ms': Math.round(buildMs),
      'median ms': median(times).toFixed(2),
      'p95 ms': percentile(times, 0.95).toFixed(2),
      'found %': Math.round(right(false) * 100),
      'with a slip %': Math.round(right(true) * 100),
    })
  }
  return rows
}

async function candidates(models, texts, ModelSearch) {
  const { default: MiniSearch } = await import('minisearch')
  const { default: UFuzzy } = await import('@leeoniya/ufuzzy')
  const { default: Fuse } = await import('fuse.js')
  const { Index } = await import('flexsearch')
  return [
    [
      'ours: uFuzzy, word by word, errors only when room is left',
      () => {
        const search = new ModelSearch(models)
        return (query) => search.search(query, SHOWN)
      },
    ],
    [
      'MiniSearch, errors always',
      () => {
        const index = new MiniSearch({ fields: ['text'] })
        index.addAll(texts.map((text, id) => ({ id, text })))
        const options = { prefix: true, fuzzy: (term) => term.length > 3 && 1, combineWith: 'AND' }
        return (query) =>
          index
            .search(query, options)
            .slice(0, SHOWN)
            .map(({ id }) => id)
      },
    ],
    [
      'uFuzzy as it comes, one error a word, any order',
      () => {
        const fuzzy = new UFuzzy({ intraMode: 1, intraIns: 1, intraSub: 1, intraTrn: 1, intraDel: 1 })
        return (query) => {
          const [ids, , order] = fuzzy.search(texts, query.toLowerCase(), 5, 1000)
          return (order ? order.map((n) => ids[n]) : (ids ?? [])).slice(0, SHOWN)
        }
      },
    ],
    [
      'FlexSearch, by beginnings',
      () => {
        const index = new Index({ tokenize: 'forward' })
        for (const [id, text] of texts.entries()) index.add(id, text)
        return (query) => index.search(query, { limit: SHOWN })
      },
    ],
    [
      'Fuse.js',
      () => {
        const fuse = new Fuse(texts, { threshold: 0.3, ignoreLocation: true })
        return (query) => fuse.search(query, { limit: SHOWN }).map(({ refIndex }) => refIndex)
      },
    ],
  ]
}

function timed(work) {
  const from = performance.now()
  work()
  return performance.now() - from
}
