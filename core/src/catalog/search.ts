import UFuzzy from '@leeoniya/ufuzzy'
import type { Model, Pack } from './pack.ts'

/** The model whose type allocation code a valid IMEI begins with. */
export function modelOfTac(pack: Pick<Pack, 'models'>, typeAllocationCode: string): Model | undefined {
  return pack.models.find(({ tacs }) => tacs.includes(typeAllocationCode))
}

/**
 * The one model that a text names, by its model text or its name with or without the maker; undefined where it names
 * none, or more than one.
 */
export function modelNamed(pack: Pick<Pack, 'models'>, text: string): Model | undefined {
  const named = wordsOf(text).join(' ')
  const [model, ...others] = pack.models.filter(({ maker, name, modelText }) =>
    [name, `${maker} ${name}`, modelText].some((known) => wordsOf(known).join(' ') === named),
  )
  return others.length === 0 ? model : undefined
}

/** The text a person may search a model by: maker, name, code names, model text and year. */
export function searchText(model: SearchedModel): string {
  return [model.maker, model.name, ...model.codeNames, model.modelText, model.year, model.kind].join(' ')
}

export type SearchedModel = Pick<Model, 'maker' | 'name' | 'codeNames' | 'modelText' | 'year' | 'kind'>

const EXACT = new UFuzzy({ interLft: 2 })
/** One typing error a word: a letter too many, too few, wrong, or two changed about; the first letter stands. */
const FORGIVING = new UFuzzy({
  interLft: 2,
  intraMode: 1,
  intraIns: 1,
  intraSub: 1,
  intraTrn: 1,
  intraDel: 1,
})
/** Small letters without their accents, so that nobody has to find them on the keyboard. */
const plain = (text: string) => text.toLowerCase().normalize('NFD').replace(/\p{M}/gu, '')
const wordsOf = (text: string): readonly string[] => plain(text).match(/[\p{L}\p{N}]+/gu) ?? []
/** The package splits words of this alphabet only; a word of another is looked for as it stands. */
const isLatin = (word: string) => /^[a-z0-9]+$/.test(word)
/** Shorter words are too much alike for an error to be forgiven. */
const FORGIVEN_FROM = 4
/** More than these are not put in order: the query is still too short to mean one of them. */
const MOST_RANKED = 500

/**
 * Finds models by words in any order, each by its beginning, with one typing error a word forgiven. What fits
 * without an error comes first, and the search for errors runs only where that leaves room. Each word searches
 * only what the words before it left, the longest first.
 */
export class ModelSearch {
  readonly #texts: string[]

  constructor(models: readonly SearchedModel[]) {
    this.#texts = models.map((model) => plain(searchText(model)))
  }

  /** @returns places in the list of models, the best first; the list's beginning for an empty query */
  search(query: string, limit: number): readonly number[] {
    const words = wordsOf(query)
    if (words.length === 0) return [...this.#texts.keys()].slice(0, limit)
    const longestFirst = words.toSorted((a, b) => b.length - a.length)
    const found = this.#ranked(
      this.#fitting(longestFirst, () => EXACT),
      words,
    )
    if (found.length >= limit) return found.slice(0, limit)
    const of = (word: string) => (word.length < FORGIVEN_FROM ? EXACT : FORGIVING)
    const forgiven = this.#ranked(this.#fitting(longestFirst, of), words)
    return [...new Set([...found, ...forgiven])].slice(0, limit)
  }

  #fitting(words: readonly string[], of: (word: string) => UFuzzy): readonly number[] {
    let left: number[] | undefined
    for (const word of words)
      left = isLatin(word)
        ? (of(word).filter(this.#texts, word, left) ?? [])
        : (left ?? [...this.#texts.keys()]).filter((id) => this.#texts[id]?.includes(word))
    return left ?? []
  }

  /** Whole words before beginnings, then the list's own order. */
  #ranked(found: readonly number[], words: readonly string[]): readonly number[] {
    const whole = (id: number) => {
      const own = new Set(this.#texts[id]?.split(/[^\p{L}\p{N}]+/u))
      return words.filter((word) => own.has(word)).length
    }
    return found
      .slice(0, MOST_RANKED)
      .map((id) => ({ id, rank: whole(id) }))
      .sort((a, b) => b.rank - a.rank)
      .map(({ id }) => id)
  }
}
