import { languageOf, type JobState } from '@benevox/core/job'
import type { ShopSettings } from '@benevox/core/shop'
import { languageFor, wordsIn, type Language } from '@benevox/words'
import type { JobLife } from '../jobs/life.ts'
import { headOfShop, type PaperOf } from './head.ts'

/** What a paper of a job is made with: its surroundings, and words in a language asked for, or the customer's. */
export async function aboutJob(
  life: JobLife,
  shop: ShopSettings,
  job: JobState,
  asked?: Language,
): Promise<{ readonly known: Awaited<ReturnType<JobLife['ready']>>; readonly paper: PaperOf }> {
  const known = await life.ready(job)
  const { zone, country } = known.prices.opening
  const language = asked ?? languageFor(languageOf(job.answers, job.agreement, shop.language))
  return { known, paper: { shop: headOfShop(shop), zone, words: wordsIn(language, { zone, country }) } }
}
