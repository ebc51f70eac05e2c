import { messageToSeller, wordsIn } from '@benevox/words'
import type { Handlers } from '../http/mount.ts'
import { sendMail } from '../mail/outgoing.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobLife } from '../jobs/life.ts'
import type { Connections } from '../shop/connections.ts'
import type { Shop } from '../shop/service.ts'
import { aboutForSeller } from './toSeller.ts'

export function accountHandlers(life: JobLife, shop: Shop, connections: Connections): Handlers {
  return {
    /**
     * Sent first and then recorded: what was not sent is never said to be. Sent twice by one key, it is one mail by its
     * name and one step.
     */
    async writeToSeller({ params, body, staffId }) {
      const { key, version, to, language, isReminder } = body
      const job = await life.read(params.id)
      if (job.steps.some((step) => step.key === key)) return life.viewed(job)
      if (job.handBack) throw new ProblemError('not-possible-now', { code: 'job-closed' })
      if (job.version !== version)
        throw new ProblemError('stale-version', { code: 'job-changed' }, { current: await life.viewed(job) })
      const { model, prices } = await life.ready(job)
      const words = wordsIn(language, prices.opening)
      const { name, mail } = (await shop.settings()).settings
      await sendMail((await connections.inUse()).smtp, {
        from: mail,
        to,
        key,
        ...messageToSeller(words, aboutForSeller(job, model?.name ?? '', name, words)),
      })
      // What has been sent is recorded, whatever was changed meanwhile; to whom, as theirs is the answer that is taken in.
      if (job.answers.sellerMail !== to)
        await life.run(
          params.id,
          { staffId },
          {
            kind: 'answer',
            set: { sellerMail: to },
            noSecret: ['sellerMail'],
            newestCatalogId: job.catalogId,
          },
        )
      return life.run(
        params.id,
        { staffId },
        {
          kind: 'step',
          key,
          change: isReminder
            ? { kind: 'seller-reminded', by: 'mail' }
            : { kind: 'seller-written', by: 'mail', language },
        },
      )
    },
  }
}
