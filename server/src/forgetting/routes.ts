import { keptUntil, type Command } from '@benevox/core/job'
import { IsNull, Not, type DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { jobEntity } from '../jobs/entity.ts'
import type { JobLife } from '../jobs/life.ts'
import type { PriceLists } from '../prices/service.ts'
import type { Codes } from '../session/codes.ts'
import type { Forgetting } from './service.ts'

const SHOWN_AT_ONCE = 50

export function forgettingHandlers(
  database: DataSource,
  {
    life,
    prices,
    forgetting,
    codes,
  }: { life: JobLife; prices: PriceLists; forgetting: Forgetting; codes: Codes },
): Handlers {
  const { manager } = database
  const run = (id: number, staffId: number, version: number, command: Command) =>
    life.run(id, { staffId, version }, command)
  return {
    async getForgetting() {
      const select = { id: true, ticket: true, device: true, forgetAt: true, state: true } as const
      const [rows, count] = await manager.findAndCount(jobEntity, {
        where: { forgetAt: Not(IsNull()) },
        select,
        order: { forgetAt: 'ASC', id: 'ASC' },
        take: SHOWN_AT_ONCE,
      })
      const held = await manager.find(jobEntity, {
        where: { heldAt: Not(IsNull()) },
        select,
        order: { heldAt: 'ASC' },
        take: SHOWN_AT_ONCE,
      })
      const last = await forgetting.last()
      const next = []
      for (const { id, ticket, device, state } of rows) {
        const kept = keptUntil(state, (await life.ready(state)).prices)
        const at = kept[0]?.until
        if (at === undefined) continue
        next.push({
          id,
          ticket,
          device,
          at,
          kinds: kept.filter(({ until }) => until === at).map(({ kind }) => kind),
        })
      }
      const [log] = await database.query<{ isOn: number }[]>('SELECT @@GLOBAL.log_bin AS isOn')
      return {
        isByItself: await prices.saysRetention(),
        changesKept: Number(log?.isOn) === 1,
        last: last
          ? {
              at: last.at.toISOString(),
              jobs: last.jobs,
              mails: last.mails,
              logCleared: Boolean(last.logCleared),
            }
          : null,
        next,
        count,
        held: held.flatMap(({ id, ticket, device, state: { hold } }) =>
          hold ? [{ id, ticket, device, hold }] : [],
        ),
      }
    },

    async forgetJob({ params, body, staffId, request }) {
      const { version, code, copy } = body
      const supervisor = await codes.supervisorOf(code, staffId, request)
      const job = await run(params.id, staffId, version, {
        kind: 'forget',
        because: 'asked',
        copy,
        supervisor,
      })
      await forgetting.clearTraces()
      return job
    },

    async placeHold({ params, body, staffId, request }) {
      const { version, code, reason, noSecret } = body
      const supervisor = await codes.supervisorOf(code, staffId, request)
      return run(params.id, staffId, version, { kind: 'place-hold', reason, noSecret, supervisor })
    },

    async liftHold({ params, body, staffId, request }) {
      const { version, code } = body
      return run(params.id, staffId, version, {
        kind: 'lift-hold',
        supervisor: await codes.supervisorOf(code, staffId, request),
      })
    },
  }
}
