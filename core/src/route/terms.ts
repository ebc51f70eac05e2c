import { foreseeAccountLock } from '../account/index.ts'
import type { Quote } from '../price/index.ts'
import type { ConsentGiven, ConsentTerms, DeviceOnJob, Facts } from './facts.ts'

/** Whether the customer's agreement holds: void when the route has changed since in a way that matters to them. */
export type ConsentState = 'none' | 'given' | 'refused' | 'void'

/** What matters to the customer about the route as it is now. */
export function termsOf(
  facts: Facts,
  device: DeviceOnJob | undefined,
  quote: Quote,
  { mayBeWiped, wipedAtFirst, fromRecovery, makersService }: WhatRouteDoes,
): ConsentTerms {
  const { asks } = foreseeAccountLock(
    { ...facts, isStrangers: facts.complaint === 'second-hand' },
    fromRecovery ? 'from-recovery' : mayBeWiped ? 'from-settings' : 'none',
    device,
  )
  return {
    storage: wipedAtFirst ? 'gone' : mayBeWiped ? 'perhaps-gone' : 'kept',
    account:
      facts.complaint === 'second-hand'
        ? 'asked-already'
        : asks === 'yes'
          ? 'will-be-asked'
          : asks === 'maybe'
            ? 'may-be-asked'
            : 'not-asked',
    carrier:
      device?.cellular === false || facts.carrierLocked === 'no'
        ? 'no-matter'
        : facts.carrierLocked === 'yes'
          ? 'stays-until-released'
          : 'perhaps-stays',
    memoryCard: mayBeWiped && facts.memoryCard !== 'no',
    esimProfile: mayBeWiped && device?.cellular !== false && facts.esimProfile !== 'no',
    makersService,
    mostMinor: quote.mostMinor,
    currency: quote.currency,
  }
}

export interface WhatRouteDoes {
  readonly mayBeWiped: boolean
  readonly wipedAtFirst: boolean
  readonly fromRecovery: boolean
  readonly makersService: boolean
}

/** What is worse for the customer than what was signed. */
export type TermsWorse =
  'storage' | 'account' | 'carrier' | 'memory-card' | 'esim' | 'makers-service' | 'price'

const STORAGE = ['kept', 'perhaps-gone', 'gone'] as const
const ACCOUNT = ['not-asked', 'may-be-asked', 'will-be-asked', 'asked-already'] as const
const CARRIER = ['no-matter', 'perhaps-stays', 'stays-until-released'] as const

/** What has become worse since; what became better for the customer leaves an agreement as it is. */
export function worseThanSigned(signed: ConsentTerms, now: ConsentTerms): readonly TermsWorse[] {
  const isWorse = <T extends string>(order: readonly T[], before: T, after: T) =>
    order.indexOf(after) > order.indexOf(before)
  const worse: TermsWorse[] = []
  if (isWorse(STORAGE, signed.storage, now.storage)) worse.push('storage')
  if (isWorse(ACCOUNT, signed.account, now.account)) worse.push('account')
  if (isWorse(CARRIER, signed.carrier, now.carrier)) worse.push('carrier')
  if (!signed.memoryCard && now.memoryCard) worse.push('memory-card')
  if (!signed.esimProfile && now.esimProfile) worse.push('esim')
  if (!signed.makersService && now.makersService) worse.push('makers-service')
  if (signed.currency !== now.currency || now.mostMinor > signed.mostMinor) worse.push('price')
  return worse
}

export function consentState(given: ConsentGiven, now: ConsentTerms): ConsentState {
  if (given.kind !== 'signed') return given.kind
  return worseThanSigned(given.terms, now).length > 0 ? 'void' : 'given'
}
