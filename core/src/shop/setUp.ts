import type { Connections } from './connections.ts'
import type { ShopSettings } from './settings.ts'

/** What a new shop is begun without, in the order in which it is missed. */
export const LEFT = [
  'prices',
  'own-mail',
  'mail-server',
  'mailbox',
  'carriers',
  'suppliers',
  'registry',
  'backups',
] as const
export type Left = (typeof LEFT)[number]

/** Of a price list: what each kind of work costs, in minor units. */
interface Priced {
  readonly work: Readonly<Record<string, number>>
}

/**
 * What nobody has set up yet.
 * @param usual the list that a new shop begins with
 * @param hasBackups undefined where this server does not know
 */
export function leftToSetUp({
  settings,
  connections,
  supply,
  prices,
  usual,
  hasBackups,
}: {
  readonly settings: Pick<ShopSettings, 'mail'>
  readonly connections: Connections
  readonly supply: { readonly carriers: readonly unknown[]; readonly suppliers: readonly unknown[] }
  readonly prices: Priced
  readonly usual: Priced
  readonly hasBackups: boolean | undefined
}): readonly Left[] {
  const isLeft: Readonly<Record<Left, boolean>> = {
    prices: Object.entries(usual.work).every(([work, minor]) => prices.work[work] === minor),
    'own-mail': settings.mail === undefined,
    'mail-server': connections.smtp === undefined,
    mailbox: connections.mailbox === undefined,
    carriers: supply.carriers.length === 0,
    suppliers: supply.suppliers.length === 0,
    registry: connections.registry === undefined,
    backups: hasBackups === false,
  }
  return LEFT.filter((one) => isLeft[one])
}
