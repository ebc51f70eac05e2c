import { dueMinor, fetchingOf, handBackFacts, mayBeTold, type JobState } from '@benevox/core/job'
import { messageToCustomer, type ToCustomer } from '@benevox/words'
import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobLife } from '../jobs/life.ts'
import { problemOf } from '../jobs/refusals.ts'
import { sendMail } from '../mail/outgoing.ts'
import { aboutJob } from '../paper/aboutJob.ts'
import type { PaperOf } from '../paper/head.ts'
import type { Connections } from '../shop/connections.ts'
import type { Shop } from '../shop/service.ts'
import { statusAddress } from '../status/links.ts'
import { invoicesOf } from './invoices.ts'
import { handBackPaper, warrantyIn } from './paper.ts'

type Known = Awaited<ReturnType<JobLife['ready']>>

/** What a letter to a job's customer speaks of. */
export const aboutForCustomer = (
  job: JobState,
  known: Known,
  shop: string,
  statusPage: string,
): ToCustomer => ({
  statusPage,
  device: known.model?.name ?? '',
  ticket: job.ticket,
  shop,
  toldAt: fetchingOf(job, known)?.toldAt,
  due: { minor: job.handBack ? 0 : dueMinor(job, known), currency: known.prices.currency },
})

/** @throws ProblemError `not-possible-now` while the job is open */
export async function handBackDocument(
  database: DataSource,
  job: JobState,
  { model, prices }: Known,
  paper: PaperOf,
): Promise<{ readonly name: string; readonly bytes: Buffer }> {
  const facts = handBackFacts(job)
  if (!facts) throw new ProblemError('not-possible-now', { code: 'not-handed-back' })
  const invoices = await invoicesOf(database.manager, job.id)
  const about = { ...paper, warranty: warrantyIn(paper.words.language, prices.warranty) }
  return { name: `hand-back-${job.ticket}`, bytes: await handBackPaper(about, job, facts, model, invoices) }
}

export function tellingHandlers(
  database: DataSource,
  life: JobLife,
  shop: Shop,
  connections: Connections,
): Handlers {
  return {
    /**
     * Sent first and then recorded: what was not sent is never said to be. Sent twice by one key, it is one mail by its
     * name and one event.
     */
    async tellCustomer({ params, body, staffId, request }) {
      const { key, what, to, language } = body
      const job = await life.read(params.id)
      if (job.told?.some((one) => one.key === key)) return life.viewed(job)
      const { settings } = await shop.settings()
      const { known, paper } = await aboutJob(life, settings, job, language)
      if (!mayBeTold(job, known).includes(what)) throw problemOf({ code: 'nothing-to-tell', what })
      if (to !== undefined)
        await sendMail((await connections.inUse()).smtp, {
          from: settings.mail,
          to,
          key,
          ...messageToCustomer(
            paper.words,
            what,
            aboutForCustomer(
              job,
              known,
              settings.name,
              await statusAddress(database, settings, job.id, request),
            ),
          ),
          ...(what === 'document' && {
            attached: await handBackDocument(database, job, known, paper),
          }),
        })
      return life.run(params.id, { staffId }, { kind: 'tell-customer', ...body })
    },
  }
}
