import { z } from 'zod'
import type { Connections } from './connections.ts'
import type { ShopSettings } from './settings.ts'

/** What a new shop is begun without, or with what is usual or made up, in the order in which it is missed. */
export const LEFT = [
  'prices',
  'catalogue',
  'retention',
  'own-mail',
  'mail-server',
  'mailbox',
  'carriers',
  'suppliers',
  'registry',
  'backups',
] as const
export const left = z.enum(LEFT)
export type Left = z.infer<typeof left>

/** Of a price list: what each kind of work costs, in minor units, and how many days what is known of people is kept. */
interface Kept {
  readonly work: Readonly<Record<string, number>>
  readonly retention: Readonly<Record<string, number>>
}

/**
 * What nobody has set up yet, nor said that it is right as it is.
 * @param usual the list that a new shop begins with
 * @param catalogVersion how often the catalogue has been kept: once where a shop is begun
 * @param hasBackups undefined where this server does not know
 */
export function leftToSetUp({
  settings,
  connections,
  supply,
  prices,
  usual,
  catalogVersion,
  hasBackups,
}: {
  readonly settings: Pick<ShopSettings, 'mail' | 'rightAsItIs'>
  readonly connections: Connections
  readonly supply: { readonly carriers: readonly unknown[]; readonly suppliers: readonly unknown[] }
  readonly prices: Kept
  readonly usual: Kept
  readonly catalogVersion: number
  readonly hasBackups: boolean | undefined
}): readonly Left[] {
  const isUsual = (part: keyof Kept) =>
    Object.entries(usual[part]).every(([name, amount]) => prices[part][name] === amount)
  const isLeft: Readonly<Record<Left, boolean>> = {
    prices: isUsual('work'),
    catalogue: catalogVersion <= 1,
    retention: isUsual('retention'),
    'own-mail': settings.mail === undefined,
    'mail-server': connections.smtp === undefined,
    mailbox: connections.mailbox === undefined,
    carriers: supply.carriers.length === 0,
    suppliers: supply.suppliers.length === 0,
    registry: connections.registry === undefined,
    backups: hasBackups === false,
  }
  return LEFT.filter((one) => isLeft[one] && !settings.rightAsItIs?.includes(one))
}
