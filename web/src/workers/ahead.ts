import type { Asked } from '@benevox/core/facts'
import { answersTo, type Foresight, type Given } from '@benevox/core/route'
import { LRUCache } from 'lru-cache'

/** Some kilobytes each: the first questions of a job are those of the next one too. */
const MOST_KEPT = 400

/** Some ten milliseconds of work, in another thread. */
export type WorkOut = (given: Given) => Promise<Foresight>

/**
 * Foresights, and those of every answer to a question that somebody reads: worked out one at a time meanwhile, so that
 * they are there when it is answered. Whoever asks never waits for what is worked out ahead.
 * @param workOut for who waits @param workOutAhead for who may ask later, in a thread of its own
 */
export function workedOutAhead(workOut: WorkOut, workOutAhead: WorkOut) {
  const known = new LRUCache<string, Promise<Foresight>>({ max: MOST_KEPT })
  /** What is read now: of which facts, and which question. */
  let [readOf, read] = ['', '']

  function foreseen(given: Given, how: WorkOut, name = nameOf(given)): Promise<Foresight> {
    const made = known.get(name) ?? how(given)
    known.set(name, made)
    // What could not be worked out is worked out again when it is asked again.
    made.catch(() => known.delete(name))
    return made
  }

  return {
    foresee(given: Given): Promise<Foresight> {
      const name = nameOf(given)
      if (name !== readOf) read = ''
      return foreseen(given, workOut, name)
    },

    /**
     * Works out what each answer would bring, the likeliest first, until something else is asked; then the same of the
     * question that comes after the likeliest: whoever answers by heart is not waited for by its reading.
     */
    async reads(given: Given, question: Asked): Promise<void> {
      const name = nameOf(given)
      const mine = `${question} ${name}`
      if (mine === read) return
      ;[readOf, read] = [name, mine]
      const answers = answersTo(given, question)
      const isRead = () => read === mine
      for (const answered of answers) if (isRead()) await foreseen(answered, workOutAhead)
      const [likeliest] = answers
      if (!likeliest || !isRead()) return
      const [next] = (await foreseen(likeliest, workOutAhead)).askNext
      if (!next) return
      for (const after of answersTo(likeliest, next.name)) if (isRead()) await foreseen(after, workOutAhead)
    },
  }
}

/** In whatever order the facts were answered. */
const nameOf = ({ facts, ...rest }: Given) => JSON.stringify([Object.entries(facts).sort(), rest])
