import { randomUUID } from 'node:crypto'
import type { DataSource } from 'typeorm'
import type { Config } from '../config.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { jobEntity } from '../jobs/entity.ts'
import type { JobLife } from '../jobs/life.ts'
import { mailEntity, takeMailsIn } from './mailbox.ts'
import { Registry } from './registry.ts'

export function registryHandlers(
  database: DataSource,
  { registry: address, mailbox, mail: shopsMail }: Pick<Config, 'registry' | 'mailbox' | 'mail'>,
  life: JobLife,
): Handlers {
  const registry = address ? new Registry(address) : undefined
  return {
    /**
     * The question is recorded first, then asked while nobody is held up, then its answer recorded: of several who
     * ask at once, one asks and pays.
     */
    async askRegistry({ params, body, staffId }) {
      if (!registry) throw new ProblemError('not-possible-now', { code: 'no-registry' })
      const { version, report } = body
      const key = randomUUID()
      const { asking, ticket } = await life.run(
        params.id,
        { staffId, version },
        { kind: 'ask-registry', key, report },
      )
      const imei = asking?.imei ?? ''
      const said = await registry.ask(imei)
      const ordered = report ? await registry.orderReport(imei, shopsMail, ticket) : undefined
      return life.run(
        params.id,
        { staffId },
        {
          kind: 'registry-said',
          key,
          imei,
          said: {
            answer: said.answer,
            detail: [said.detail, typeof ordered === 'string' ? `No report: ${ordered}` : '']
              .filter(Boolean)
              .join(' '),
            reference: (typeof ordered === 'object' && ordered.reference) || said.reference,
            feeMinor: typeof ordered === 'object' ? ordered.feeMinor : 0,
            currency: typeof ordered === 'object' ? ordered.currency : '',
          },
        },
      )
    },

    async listMails({ params }) {
      const job = await life.read(params.id)
      let state: 'read' | 'away' | 'none' = mailbox ? 'read' : 'none'
      if (mailbox)
        await takeMailsIn(mailbox, database.manager, async (ticket) => {
          const named = await database.manager.findOne(jobEntity, { where: { ticket }, select: { id: true } })
          return named?.id
        }).catch(() => {
          state = 'away'
        })
      const rows = await database.manager.find(mailEntity, {
        where: { jobId: job.id },
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
