import { foreseeAccountLock } from '../account/index.ts'
import { retentionTold, type Quote, type Retention } from '../price/index.ts'
import type { AgreementGiven, AgreementTerms, DeviceOnJob, Facts } from './facts.ts'

/** Whether the customer's agreement holds: void when the route has changed since in a way that matters to them. */
export type AgreementState = 'none' | 'given' | 'refused' | 'void'

/** What matters to the customer about the route as it is now. */
export function termsOf(
  facts: Facts,
  device: DeviceOnJob | undefined,
  { quote, retention }: ToldOfPrices,
  { mayBeWiped, wipedAtFirst, fromRecovery, fromSettings, makersService }: WhatRouteDoes,
): AgreementTerms {
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
        : asks === 'yes' && mayBeWiped && !fromSettings
          ? 'will-be-asked'
          : asks === 'no'
            ? 'not-asked'
            : 'may-be-asked',
    carrier:
      device?.cellular === false || facts.carrierLocked === 'no'
        ? 'no-matter'
        : facts.carrierLocked === 'yes'
          ? 'stays-until-released'
          : 'perhaps-stays',
    memoryCard: mayBeWiped && device?.kind !== 'watch' && facts.memoryCard !== 'no',
    esimProfile: mayBeWiped && device?.cellular !== false && facts.esimProfile !== 'no',
    makersService,
    mostMinor: quote.mostMinor,
    currency: quote.currency,
    ...retentionTold(retention),
  }
}

/** What of the price list a customer agrees to. */
export interface ToldOfPrices {
  readonly quote: Quote
  readonly retention: Retention
}

export interface WhatRouteDoes {
  readonly mayBeWiped: boolean
  readonly wipedAtFirst: boolean
  readonly fromRecovery: boolean
  /** On some of its courses, whatever the others do. */
  readonly fromSettings: boolean
  readonly makersService: boolean
}

/** Whether a text made from the one says what a text made from the other says. */
export const areSameTerms = (one: AgreementTerms, other: AgreementTerms): boolean =>
  (Object.keys({ ...one, ...other }) as (keyof AgreementTerms)[]).every((name) => one[name] === other[name])

/** What is worse for the customer than what was signed. */
export type TermsWorse =
  'storage' | 'account' | 'carrier' | 'memory-card' | 'esim' | 'makers-service' | 'price'

/** What each answer speaks of, itself included: *may* has told the customer of *will*. */
const ACCOUNT: Spoken<'account'> = {
  'not-asked': ['not-asked'],
  'may-be-asked': ['not-asked', 'may-be-asked', 'will-be-asked'],
  'will-be-asked': ['not-asked', 'may-be-asked', 'will-be-asked'],
  'asked-already': ['not-asked', 'may-be-asked', 'will-be-asked', 'asked-already'],
}
const CARRIER: Spoken<'carrier'> = {
  'no-matter': ['no-matter'],
  'perhaps-stays': ['no-matter', 'perhaps-stays', 'stays-until-released'],
  'stays-until-released': ['no-matter', 'perhaps-stays', 'stays-until-released'],
}
type Spoken<Name extends 'account' | 'carrier'> = Readonly<
  Record<AgreementTerms[Name], readonly AgreementTerms[Name][]>
>

/**
 * What has become worse since than any branch that was spoken of; what became better for the customer leaves an
 * agreement as it is.
 * @param gentlerFailed what keeps the data was tried and did not help: the deletion that was spoken of has come
 */
export function worseThanSigned(
  signed: AgreementTerms,
  now: AgreementTerms,
  gentlerFailed: boolean,
): readonly TermsWorse[] {
  const worse: TermsWorse[] = []
  if (!storageSpokenOf(signed.storage, gentlerFailed).includes(now.storage)) worse.push('storage')
  if (!ACCOUNT[signed.account].includes(now.account)) worse.push('account')
  if (!CARRIER[signed.carrier].includes(now.carrier)) worse.push('carrier')
  if (!signed.memoryCard && now.memoryCard) worse.push('memory-card')
  if (!signed.esimProfile && now.esimProfile) worse.push('esim')
  if (!signed.makersService && now.makersService) worse.push('makers-service')
  if (signed.currency !== now.currency || now.mostMinor > signed.mostMinor) worse.push('price')
  return worse
}

function storageSpokenOf(
  signed: AgreementTerms['storage'],
  gentlerFailed: boolean,
): readonly AgreementTerms['storage'][] {
  switch (signed) {
    case 'kept':
      return ['kept']
    case 'perhaps-gone':
      return gentlerFailed ? ['kept', 'perhaps-gone', 'gone'] : ['kept', 'perhaps-gone']
    case 'gone':
      return ['kept', 'perhaps-gone', 'gone']
  }
}

export function agreementState(
  given: AgreementGiven,
  now: AgreementTerms,
  gentlerFailed: boolean,
): AgreementState {
  if (given.kind !== 'signed') return given.kind
  return worseThanSigned(given.terms, now, gentlerFailed).length > 0 ? 'void' : 'given'
}

/** Whether the agreement in force lets something be deleted now; else why not. */
export type DeletionCovered = 'covered' | 'agreement-keeps-data' | 'gentler-first'

/**
 * @param signed the terms of the agreement in force
 * @param now what will come of the storage as the job stands: the deletion next, or only if something gentler fails
 */
export function deletionCovered(signed: AgreementTerms, now: AgreementTerms['storage']): DeletionCovered {
  switch (signed.storage) {
    case 'gone':
      return 'covered'
    case 'kept':
      return 'agreement-keeps-data'
    case 'perhaps-gone':
      return now === 'gone' ? 'covered' : 'gentler-first'
  }
}
