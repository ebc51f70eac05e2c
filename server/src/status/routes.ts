import { isAsked, languageOf, routeOf, statusOf, type JobState } from '@benevox/core/job'
import { agreementText, languageFor, wordsIn, type Language } from '@benevox/words'
import type { DataSource } from 'typeorm'
import type { Answer } from '@benevox/contract'
import { commandOf, keptWith, pictureOf } from '../agreement/routes.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { jobEventEntity } from '../jobs/entity.ts'
import type { JobLife } from '../jobs/life.ts'
import { problemOf } from '../jobs/refusals.ts'
import type { Shop } from '../shop/service.ts'
import { jobBehind } from './links.ts'

const SECRET = /^[\w-]{43}$/

/** What whoever has a job's secret address reads of it, and answers. Nobody is signed in, and no cookie is given. */
export function statusHandlers(
  database: DataSource,
  life: JobLife,
  shop: Shop,
  clock: () => Date = () => new Date(),
): Handlers {
  /** @throws ProblemError `not-found` alike for what never was and what is over */
  const behind = async (secret: string): Promise<JobState> => {
    // The database takes a blank at the end for none.
    const id = SECRET.test(secret) ? await jobBehind(database, secret, clock()) : undefined
    if (id === undefined) throw new ProblemError('not-found', { code: 'no-such-status' })
    return life.read(id)
  }
  const told = async (job: JobState, asked?: Language): Promise<Answer<'getStatus'>> => {
    const known = await life.ready(job)
    const { zone, country } = known.prices.opening
    const { settings } = await shop.settings()
    const language = asked ?? languageFor(languageOf(job.answers, job.agreement, settings.language))
    const { stands, waits } = statusOf(job, known)
    const subject = { ticket: job.ticket, device: known.model?.name ?? '' }
    return {
      ticket: job.ticket,
      shop: settings.name,
      language,
      place: { zone, country },
      stands,
      waits: waits ? { for: waits.for, until: waits.until ?? null } : null,
      agreement: isAsked(job, known)
        ? agreementText(routeOf(job, known).agreement.terms, subject, wordsIn(language, known.prices.opening))
        : null,
    }
  }
  return {
    getStatus: async ({ params, query }) => told(await behind(params.secret), query.language),

    /** In the name of whoever asked for it, and signed there: the record says so. */
    async answerStatus({ params, body }) {
      const job = await behind(params.secret)
      if (!isAsked(job, await life.ready(job))) throw problemOf({ code: 'not-asked' })
      const asked = await database.manager.findOneOrFail(jobEventEntity, {
        where: { jobId: job.id, kind: 'customer-told' },
        order: { id: 'DESC' },
      })
      const { said } = body
      const signature = said.kind === 'signed' ? await pictureOf(said.signature) : null
      const after = await life.run(
        job.id,
        { staffId: asked.staffId },
        (now) =>
          commandOf(
            said.kind === 'signed' ? { ...said, how: 'status-page' } : { ...said, where: 'status-page' },
            signature !== null,
            now,
            life,
          ),
        keptWith(asked.staffId, signature),
      )
      return told(await life.read(after.id), said.kind === 'signed' ? said.language : undefined)
    },
  }
}
