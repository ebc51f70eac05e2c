import type { RegistryRecord } from '@benevox/contract'
import type { DataSource } from 'typeorm'
import type { Config } from '../config.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobChanger } from '../jobs/change.ts'
import { jobEntity } from '../jobs/entity.ts'
import type { JobReader } from '../jobs/read.ts'
import { mailEntity, takeMailsIn } from './mailbox.ts'
import { Registry } from './registry.ts'

export function registryHandlers(
  database: DataSource,
  { registry: address, mailbox, mail: shopsMail }: Pick<Config, 'registry' | 'mailbox' | 'mail'>,
  reader: JobReader,
  changer: JobChanger,
): Handlers {
  const registry = address ? new Registry(address) : undefined
  return {
    /** The registry is asked before the job is held, so that a slow answer holds nobody up. */
    async askRegistry({ params, body, staffId }) {
      const { facts, ticket, closedAt } = await reader.row(database.manager, params.id)
      const { imei } = facts
      if (closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
      if (!registry)
        throw new ProblemError(
          'not-possible-now',
          'No registry is set up here: ask it by hand and record its answer.',
        )
      if (!imei) throw new ProblemError('not-possible-now', 'There is no IMEI on this job to ask with.')
      const said = await registry.ask(imei)
      const ordered = body.report ? await registry.orderReport(imei, shopsMail, ticket) : undefined
      return changer.add(params.id, staffId, async (_, row, now) => {
        if (row.facts.imei !== imei)
          throw new ProblemError(
            'stale-version',
            'The IMEI on this job was changed while the registry was asked; ask again.',
          )
        const record: RegistryRecord = {
          at: now.toISOString(),
          imei,
          ...said,
          detail: [said.detail, typeof ordered === 'string' ? `No report: ${ordered}` : '']
            .filter(Boolean)
            .join(' '),
          reference: (typeof ordered === 'object' && ordered.reference) || said.reference,
          feeMinor: typeof ordered === 'object' ? ordered.feeMinor : 0,
          currency: typeof ordered === 'object' ? ordered.currency : '',
        }
        row.registry = [...row.registry, record]
        // A report stands until another answer is had: silence does not make it clean.
        const stays = said.answer === 'no-answer' && row.facts.registryAnswer !== undefined
        if (!stays) row.facts = { ...row.facts, registryAnswer: said.answer }
        return {
          kind: 'registry',
          detail: { answer: said.answer, detail: record.detail, reference: record.reference },
        }
      })
    },

    async listMails({ params }) {
      const row = await reader.row(database.manager, params.id)
      let state: 'read' | 'away' | 'none' = mailbox ? 'read' : 'none'
      if (mailbox)
        await takeMailsIn(mailbox, database.manager, async (ticket) => {
          const job = await database.manager.findOne(jobEntity, { where: { ticket }, select: { id: true } })
          return job?.id
        }).catch(() => {
          state = 'away'
        })
      const rows = await database.manager.find(mailEntity, {
        where: { jobId: row.id },
        order: { at: 'DESC' },
      })
      return {
        mails: rows.map(({ id, sender, subject, at, body }) => ({
          id,
          from: sender,
          subject,
          at: at.toISOString(),
          text: body,
        })),
        mailbox: state,
      }
    },
  }
}
