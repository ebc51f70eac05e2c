import type { BeforeSignIn } from '../account/index.ts'
import { isRightShown, type DeviceOnJob, type Facts, type Progress } from './facts.ts'
import type { Route } from './route.ts'

/** What is done or asked before the wipe, since after it is too late. */
export type BeforeTheWipe =
  | BeforeSignIn
  | 'take-the-card-out'
  | 'look-for-a-card'
  | 'esim-may-go'
  | 'ask-for-the-esim'
  | 'backup-comes-back'
  | 'no-backup'
  | 'ask-for-the-backup'
  | 'take-the-account-off'

const BACKUP = { yes: 'backup-comes-back', no: 'no-backup', unknown: 'ask-for-the-backup' } as const

/** In the order a counter does them; empty where nothing is wiped, or it is wiped already, or handed back. */
export function beforeTheWipe(
  facts: Facts,
  device: DeviceOnJob | undefined,
  { dataGone, wipeStarted, handedBack }: Pick<Progress, 'dataGone' | 'wipeStarted' | 'handedBack'>,
  route: Pick<Route, 'mayWipe' | 'foresight' | 'choices'>,
): readonly BeforeTheWipe[] {
  if (!route.mayWipe || dataGone || wipeStarted || handedBack) return []
  const steps: BeforeTheWipe[] = []
  if (route.choices[0]?.action === 'reset-from-settings' && facts.accountOnDevice !== 'no')
    steps.push('take-the-account-off')
  if (device?.kind !== 'watch') {
    if (facts.memoryCard === 'yes') steps.push('take-the-card-out')
    else if (facts.memoryCard !== 'no') steps.push('look-for-a-card')
  }
  if (device?.cellular !== false) {
    if (facts.esimProfile === 'yes') steps.push('esim-may-go')
    else if (facts.esimProfile !== 'no') steps.push('ask-for-the-esim')
  }
  // What is behind a stranger’s account is not the customer’s.
  if (facts.complaint !== 'second-hand') steps.push(BACKUP[facts.backup ?? 'unknown'])
  if (route.foresight.asks !== 'no') steps.push(...route.foresight.before)
  return steps
}

/** What the customer is told on the telephone to bring, by what the route will need. */
export type BringItem =
  | 'device'
  | 'charger-cable'
  | 'person-themselves'
  | 'guardian'
  | 'receipt-or-box'
  | 'account-password'
  | 'phone-of-the-second-step'
  | 'backup-codes'
  | 'hardware-key'
  | 'mail-elsewhere'
  | 'spare-phone-for-the-sim'
  | 'sim-of-another-carrier'
  | 'screen-lock-known'
  | 'imei'
  | 'carriers-terms'

export function bringList(
  facts: Facts,
  device: DeviceOnJob | undefined,
  route: Pick<Route, 'foresight' | 'choices' | 'locks'>,
): readonly BringItem[] {
  const actions = route.choices.map(({ action }) => action)
  if (actions[0] === 'refuse') return []
  const items: BringItem[] = []
  const isOrderOnly = facts.complaint === 'carrier-lock-only'
  if (isOrderOnly) items.push(...(facts.imei ? [] : (['imei'] as const)))
  else items.push('device')
  if (!isOrderOnly && device?.kind === 'watch') items.push('charger-cable')
  items.push(facts.whose === 'childs-no-guardian' ? 'guardian' : 'person-themselves')
  if (!isRightShown(facts)) items.push('receipt-or-box')
  if (actions.includes('reset-from-settings')) items.push('screen-lock-known')
  const { foresight } = route
  const signsIn = foresight.asks !== 'no' && foresight.who !== 'previous-owner'
  if (signsIn || actions.includes('remote-unlock')) items.push('account-password')
  if (signsIn) items.push(...FOR_THE_SECOND_STEP[facts.secondStep ?? 'unknown'])
  if (route.locks.carrier === 'locked' || isOrderOnly) items.push('carriers-terms')
  if (route.locks.carrier === 'locked' && !isOrderOnly) items.push('sim-of-another-carrier')
  return items
}

const FOR_THE_SECOND_STEP: Readonly<Record<NonNullable<Facts['secondStep']>, readonly BringItem[]>> = {
  'other-device': ['phone-of-the-second-step'],
  'sim-in-this-device': ['spare-phone-for-the-sim'],
  mail: ['mail-elsewhere'],
  'backup-codes': ['backup-codes'],
  'hardware-key': ['hardware-key'],
  'not-set-up': [],
  unknown: ['phone-of-the-second-step'],
}
