import type { ApiName, FileName, Least } from '@benevox/contract'
import { isAtLeast, type Role } from '@benevox/core/shop'
import { ProblemError } from './problem.ts'

/** What is said of it to whoever may not. */
const WHAT: { readonly [Name in ApiName | FileName]?: string } = {
  changeCatalog: 'changeCatalogue',
  changePrices: 'changePrices',
  changeSupply: 'changeSupply',
  mergeResults: 'importResults',
  undoExchange: 'importResults',
  wholeShop: 'exportShop',
}

/**
 * Whether somebody may do something at all, before anything of the request is read.
 * @param who nobody at a status page, and before anybody has signed in
 * @throws ProblemError `not-signed-in`, or `not-a-supervisor` where it is for a higher role
 */
export function mayOnly(
  least: Least,
  what: ApiName | FileName,
  who: { readonly staffId?: number; readonly role?: Role } | undefined,
): void {
  if (least === 'anybody') return
  if (!who?.staffId || !who.role) throw new ProblemError('not-signed-in', { code: 'not-signed-in' })
  if (isAtLeast(who.role, least)) return
  throw new ProblemError(
    'not-a-supervisor',
    least === 'owner' ? { code: 'owner-only' } : { code: 'supervisor-only', what: WHAT[what] ?? 'other' },
  )
}
