import { publicHolidays } from '@benevox/core/clocks'
import { checkSupply, latestToday, lostBetween } from '@benevox/core/supply'
import type { Answer } from '@benevox/contract'
import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { PriceLists } from '../prices/service.ts'
import { staffEntity } from '../session/entity.ts'
import type { Supply, SupplyLists } from './service.ts'

/** Suppliers, services, carriers and rules: read by everybody, changed by a supervisor, each version kept. */
export function supplyHandlers(database: DataSource, supply: SupplyLists, prices: PriceLists): Handlers {
  const shown = async ({ id, list, staffId, at }: Supply): Promise<Answer<'getSupply'>> => {
    const by = staffId === null ? null : await database.manager.findOneBy(staffEntity, { id: staffId })
    return { id, list, by: by?.name ?? null, at: at?.toISOString() ?? null }
  }
  return {
    getSupply: async () => shown(await supply.inUse()),

    async changeSupply({ body: { base, list }, staffId }) {
      const { currency } = (await prices.inUse()).prices
      const today = latestToday(new Date())
      const [wrong] = checkSupply(list, { currency, today, hasHolidays })
      if (wrong) throw new ProblemError('bad-request', { code: 'supply-fault', fault: wrong })
      const kept = await supply.keep(base, list, staffId, (before) => {
        const [lost] = lostBetween(before, list)
        if (lost) throw new ProblemError('not-possible-now', { code: 'supply-fault', fault: lost })
      })
      return shown(kept)
    },
  }
}

function hasHolidays(country: string, region: string | undefined): boolean {
  try {
    publicHolidays(country, region)
    return true
  } catch {
    return false
  }
}
