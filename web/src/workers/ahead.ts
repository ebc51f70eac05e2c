import type { Asked } from '@benevox/core/facts'
import { answersTo, type Foresight, type Given } from '@benevox/core/route'
import { LRUCache } from 'lru-cache'

const MOST_KEPT = 60
/** Whoever answers sooner than this, in milliseconds, knows the questions by heart: nothing is in the way then. */
const SOON = 200

/**
 * Foresights, and those of every answer to a question that somebody reads: worked out one at a time meanwhile, so that
 * they are there when it is answered. Whoever asks before waits for one of them at the most.
 * @param workOut some ten milliseconds of work
 */
export function workedOutAhead(workOut: (given: Given) => Foresight) {
  const known = new LRUCache<string, Foresight>({ max: MOST_KEPT })
  /** What is read now: of which facts, and which question. */
  let [readOf, read] = ['', '']

  function foreseen(given: Given, name = nameOf(given)): Foresight {
    const made = known.get(name) ?? workOut(given)
    known.set(name, made)
    return made
  }

  return {
    foresee(given: Given): Foresight {
      const name = nameOf(given)
      if (name !== readOf) read = ''
      return foreseen(given, name)
    },

    /** Works out what each answer would bring, the likeliest first, until something else is asked. */
    async reads(given: Given, question: Asked): Promise<void> {
      const name = nameOf(given)
      const mine = `${question} ${name}`
      if (mine === read) return
      ;[readOf, read] = [name, mine]
      await new Promise((resolve) => setTimeout(resolve, SOON))
      for (const answered of answersTo(given, question)) {
        // What was asked meanwhile comes first.
        await new Promise((resolve) => setTimeout(resolve))
        if (read !== mine) return
        foreseen(answered)
      }
    },
  }
}

/** In whatever order the facts were answered. */
const nameOf = ({ facts, ...rest }: Given) => JSON.stringify([Object.entries(facts).sort(), rest])
