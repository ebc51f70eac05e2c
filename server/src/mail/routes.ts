import { In, IsNull, Not, type DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { jobEntity } from '../jobs/entity.ts'
import type { JobLife } from '../jobs/life.ts'
import { mailEntity } from './entity.ts'
import type { Post } from './post.ts'

const SHOWN_AT_ONCE = 50

export function mailHandlers(database: DataSource, life: JobLife, post: Post): Handlers {
  const { manager } = database
  const isKept = { forgottenAt: IsNull() }
  const inTray = { why: Not(IsNull()), setAsideAt: IsNull(), ...isKept }
  return {
    async listMails({ params }) {
      const job = await life.read(params.id)
      const mailbox = await post.lookFor()
      const rows = await manager.find(mailEntity, {
        where: [
          { jobId: job.id, why: IsNull(), ...isKept },
          { jobId: job.id, why: 'not-now', ...isKept },
        ],
        order: { at: 'DESC' },
        take: SHOWN_AT_ONCE,
      })
      return {
        mails: rows.map(({ id, sender, subject, at, body }) => ({
          id,
          from: sender,
          subject,
          at: at.toISOString(),
          text: body,
        })),
        inTray: await manager.countBy(mailEntity, { jobId: job.id, ...inTray }),
        mailbox,
      }
    },

    async listTray() {
      const mailbox = await post.lookFor()
      const [rows, count] = await manager.findAndCount(mailEntity, {
        where: inTray,
        order: { id: 'DESC' },
        take: SHOWN_AT_ONCE,
      })
      const named = rows.flatMap(({ jobId }) => (jobId === null ? [] : [jobId]))
      const jobs = await manager.find(jobEntity, {
        where: { id: In(named) },
        select: { id: true, ticket: true },
      })
      return {
        mails: rows.map(({ id, sender, subject, at, body, why, jobId }) => {
          const job = jobs.find((one) => one.id === jobId)
          return {
            id,
            from: sender,
            subject,
            at: at.toISOString(),
            text: body,
            why: why ?? 'no-job',
            job: job ? { id: job.id, ticket: job.ticket } : null,
          }
        }),
        count,
        mailbox,
      }
    },

    /** As text alone: whoever puts it to a job has read it, and records there what it means. */
    async placeMail({ params, body }) {
      const { ticket } = body
      const job =
        ticket === null
          ? undefined
          : await manager.findOne(jobEntity, { where: { ticket }, select: { id: true } })
      if (ticket !== null && !job) throw new ProblemError('not-found', { code: 'no-such-ticket', ticket })
      const { affected } = await manager.update(
        mailEntity,
        { id: params.id, ...inTray },
        job ? { jobId: job.id, why: null } : { setAsideAt: new Date() },
      )
      if (!affected) throw new ProblemError('not-found', { code: 'no-such-mail' })
      return { left: await manager.count(mailEntity, { where: inTray }) }
    },
  }
}
