import { factsOf, type JobState } from '@benevox/core/job'
import type { ToSeller, Words } from '@benevox/words'

/** What a letter to the previous owner of a job's device speaks of. @param device its name; empty where it is not known */
export function aboutForSeller(job: JobState, device: string, shop: string, words: Words): ToSeller {
  const { imei, serialNumber } = factsOf(job)
  return { device: device || words.say('part.device'), imei, serialNumber, ticket: job.ticket, shop }
}
