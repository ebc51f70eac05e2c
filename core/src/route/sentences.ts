import { BEFORE_SIGN_IN_WORDS } from '../account/index.ts'
import type { BeforeTheWipe, BringItem } from './before.ts'
import type { RouteChange } from './change.ts'
import type { Choice, ReasonCode } from './decide.ts'
import { FACT_NAMES, sheetOf, type FactName, type RouteAction } from '../facts/index.ts'
import type { Gate, GateId } from './gates.ts'
import type { TermsWorse } from './terms.ts'
import type { LockState, Locks } from './locks.ts'
import type { StageId, StageNote } from './route.ts'

/** The route in words, English. Facts stay apart from sentences: each is made from a code here. */

export const ACTION_WORDS: Readonly<Record<RouteAction, string>> = {
  'ask-first': 'Ask first',
  remember: 'Let the owner try to remember',
  'remote-unlock': 'Unlock from afar through the maker’s account',
  'recover-account': 'Recover the account’s password first',
  'seller-removes-account': 'The previous owner removes the device from their account',
  'reset-from-settings': 'Reset from the settings',
  'clear-cache': 'Clear the cache from recovery',
  'install-system-again': 'Install the system again from recovery',
  'reset-from-recovery': 'Reset from recovery',
  'sign-in': 'The owner signs in',
  'account-page': 'Remove it on the account’s device page',
  'carrier-free': 'Ask the carrier for a free release',
  'carrier-order': 'Order the carrier’s release',
  'makers-service': 'Maker’s service, with proof of purchase',
  'authorised-release': 'Release through an authorised channel',
  'leave-it': 'Leave it as it is',
  refuse: 'Refuse, no work on this device',
}

/** The same in a word or two, for the head of a column. */
export const ACTION_SHORT: Readonly<Record<RouteAction, string>> = {
  'ask-first': 'Ask first',
  remember: 'Remember',
  'remote-unlock': 'From afar',
  'recover-account': 'Password first',
  'seller-removes-account': 'Seller',
  'reset-from-settings': 'Settings',
  'clear-cache': 'Cache',
  'install-system-again': 'System again',
  'reset-from-recovery': 'Recovery',
  'sign-in': 'Sign in',
  'account-page': 'Account page',
  'carrier-free': 'Ask carrier',
  'carrier-order': 'Order',
  'makers-service': 'Maker’s service',
  'authorised-release': 'Authorised',
  'leave-it': 'Leave it',
  refuse: 'Refuse',
}

const REASON_WORDS: Readonly<Record<ReasonCode, string>> = {
  'gate-closed-for-good': '',
  'ownership-not-shown':
    'The person’s right to the device is not shown: no reset, no order, no release. A receipt, the box or an ID opens it.',
  'consent-refused': 'The customer does not agree to losing what is on it, and nothing gentler is left.',
  'no-complaint-yet': 'What is wrong has not been asked.',
  'customer-wishes': 'The customer wants this first. By the shop’s weights another way is better.',
  'stranger-account':
    'It asks for a stranger’s account: only that account, or proof of purchase at the maker’s, lifts it. Removing it costs nothing and takes the seller minutes.',
  'stranger-service': 'With proof of purchase the maker’s service can lift a stranger’s account.',
  'secret-known':
    'The owner knows the screen lock: the settings ask for it, and the account can be taken off first.',
  'remote-unlock-ready': 'Remote unlock is set up and the device is online: nothing is lost.',
  'remote-unlock-maybe':
    'If remote unlock is set up and the device is online, nothing is lost: worth a look.',
  'tries-left': 'The wait is short enough for a few more tries by the owner: a right one keeps everything.',
  'cache-first': 'Clearing the cache is harmless and sometimes enough against a loop or freezing.',
  'system-file': 'Installing the system again may end the loop and keep what is on it.',
  'password-first':
    'After the reset it will ask for the account: find its password first, while nothing is lost.',
  'secret-forgotten':
    'The screen lock is forgotten: the reset from recovery lifts it and deletes everything.',
  'trouble-stays':
    'If nothing gentler helps, the reset from recovery puts the system in order and deletes everything.',
  'broken-key': 'A key is broken, and no method of this family goes without it: a matter for repair.',
  'no-way-into-recovery': 'If recovery cannot be reached, the maker’s service can.',
  'asks-for-account': 'It asks for an account that was on it: its owner signs in, on Wi-Fi.',
  'account-page': 'If the sign-in is refused, the owner takes the device off the account elsewhere.',
  'authorised-release':
    'The registry says clean and the purchase is proven: an authorised channel may release it.',
  'only-carrier-lock':
    'A carrier lock is lifted by its carrier, or by an order; nothing on the device is touched.',
  'carrier-first': 'The carrier is asked first: free where its terms are met.',
  'not-worth-it': 'Nothing we may do is worth its price here: hand it back and say so.',
  'nothing-left': 'What it was brought for is done.',
  'to-be-started':
    'It was reset, and nothing more is to be decided: once the set-up wizard shows, it goes back.',
}

const BARRED_WORDS: Readonly<Record<GateId, string>> = {
  'no-hazard':
    'Stop: do not charge, do not press. Put it away from what burns and follow the local rules for damaged lithium batteries.',
  'not-reported':
    'The registry says reported: no work at all. The person turns to the registry or the police; for the device itself local rules hold.',
  theirs:
    'It belongs to somebody who is not here: stop and say no. The owner, or for a child its guardian, comes themselves.',
  'not-work-managed': 'The employer’s administrator decides about a work-managed device.',
  'no-legal-matter': 'Part of a police or court matter: do not wipe evidence.',
  ownership: 'The person’s right to the device is not shown.',
  'account-question': 'The account question is open.',
  consent: 'The customer refused the reset.',
  battery: 'The battery is too low.',
  'right-device': 'This is not the device on the job.',
  'proof-of-purchase': 'There is no proof of purchase.',
}

const GATE_WORDS: Readonly<Record<GateId, { readonly name: string; readonly opens: string }>> = {
  'no-hazard': {
    name: 'Battery and liquid check',
    opens: 'Look at the battery, feel for heat, smell; record what you find.',
  },
  'not-reported': {
    name: 'Registry does not say reported',
    opens: 'Record the registry’s answer; where there is none, a reason.',
  },
  theirs: {
    name: 'Theirs to decide about',
    opens: 'Ask whose it is; for a child’s device the guardian must be here.',
  },
  'not-work-managed': {
    name: 'Not managed by an employer',
    opens: 'Ask whether an employer manages the device.',
  },
  'proof-of-purchase': {
    name: 'Proof of purchase',
    opens: 'Ask for the receipt or invoice with the IMEI, and record that it was shown.',
  },
  'no-legal-matter': {
    name: 'No police or court matter',
    opens: 'Ask whether the device is part of a police or court matter.',
  },
  ownership: {
    name: 'Right to the device shown',
    opens: 'See a receipt, the box, their account on it or an ID, and record which.',
  },
  'account-question': {
    name: 'Account question asked',
    opens: 'Ask now which account is on it: after the reset it is too late.',
  },
  consent: {
    name: 'Agreed to and signed',
    opens: 'The customer reads what will be gone and what comes afterwards, and signs.',
  },
  battery: {
    name: 'Battery at 20 % or more, or on power',
    opens: 'Charge to 20 % (common practice) or leave it on power.',
  },
  'right-device': {
    name: 'The device in hand is the one on the job',
    opens: 'Scan its tag, or compare the model text its recovery shows.',
  },
}

export const STAGE_WORDS: Readonly<Record<StageId, string>> = {
  'take-in': 'Take in',
  prepare: 'Prepare',
  'into-recovery': 'Into recovery',
  gentler: 'Gentler ways',
  reset: 'Reset',
  'first-start': 'First start',
  account: 'Account lock',
  carrier: 'Carrier lock',
  'hand-back': 'Hand back',
}

const NOTE_WORDS: Readonly<Record<StageNote['code'], string>> = {
  'nothing-deleted': 'Nothing on the device will be deleted by us.',
  'all-data-gone': 'Everything on the internal storage will be gone.',
  'data-perhaps-gone': 'If the gentler ways do not help, everything on the internal storage will be gone.',
  'will-ask-for-account': 'Afterwards it will ask for an account that was on it.',
  'asks-for-account': 'It asks for an account that is not the customer’s.',
  'will-not-ask': 'No account will be asked for.',
  'may-ask-for-account': 'It may ask for an account: not known whether one is on it.',
  'may-ask-after-recovery':
    'Only if it has to be reset from recovery may it ask for an account that is on it.',
  'order-needed': 'The carrier’s release has to be ordered; nothing else lifts it.',
  'ask-the-carrier': 'Not known whether a carrier lock is on it; only its carrier’s release lifts one.',
}

export const LOCK_WORDS: Readonly<Record<keyof Locks, string>> = {
  screen: 'screen lock',
  account: 'account lock',
  carrier: 'carrier lock',
}
export const LOCK_STATE_WORDS: Readonly<Record<LockState, string>> = {
  locked: 'locked',
  clear: 'clear',
  'will-appear': 'will appear',
  unknown: 'unknown',
  'not-there': 'not there',
}

export const FACT_WORDS = Object.fromEntries(
  FACT_NAMES.map((name) => [name, sheetOf(name).name]),
) as Readonly<Record<FactName, string>>

const BEFORE_WORDS: Readonly<Record<BeforeTheWipe, string>> = {
  ...BEFORE_SIGN_IN_WORDS,
  'take-the-card-out': 'Take the memory card out: a reset may format it.',
  'look-for-a-card': 'Look for a memory card and take it out: a reset may format it.',
  'esim-may-go': 'The reset may remove the eSIM profile: have the carrier’s activation ready first.',
  'ask-for-the-esim': 'Ask for an eSIM profile: the reset may remove it, and the line with it.',
  'backup-comes-back': 'The backup is brought back at the first start: choose “copy from a backup” there.',
  'no-backup': 'There is no backup: what is on it will be gone for good. Say so.',
  'ask-for-the-backup': 'Ask for a backup: it is brought back at the first start.',
  'take-the-account-off': 'Take the account off in the settings before the reset.',
}
/** The same in two or three words, for a line beside the keys. */
export const BEFORE_SHORT: Readonly<Record<BeforeTheWipe, string>> = {
  'move-the-sim': 'SIM into a spare phone',
  'keep-the-esim-line': 'second step off the eSIM',
  'bring-the-other-device': 'other device here, charged',
  'find-the-codes': 'find the backup codes',
  'open-the-mail-elsewhere': 'e-mail open elsewhere',
  'ask-for-the-address': 'ask for the account’s address',
  'ask-how-it-comes': 'ask how the second step comes',
  'take-the-card-out': 'memory card out',
  'look-for-a-card': 'look for a memory card',
  'esim-may-go': 'eSIM may go',
  'ask-for-the-esim': 'ask for an eSIM',
  'backup-comes-back': 'backup at first start',
  'no-backup': 'no backup',
  'ask-for-the-backup': 'ask for a backup',
  'take-the-account-off': 'account off in the settings',
}
export const beforeSentence = (step: BeforeTheWipe): string => BEFORE_WORDS[step]

export const BRING_WORDS: Readonly<Record<BringItem, string>> = {
  device: 'the device, charged if possible',
  'charger-cable': 'its own charging cable',
  'person-themselves': 'come yourself, with an ID',
  guardian: 'the child’s guardian, with an ID',
  'receipt-or-box': 'receipt or box with the same IMEI',
  'account-password':
    'the account’s address, and its password in your head or with you: we do not write it down',
  'phone-of-the-second-step': 'the device on which the account’s second step arrives',
  'backup-codes': 'the account’s backup codes',
  'mail-elsewhere': 'a way to open your mail without this device',
  'spare-phone-for-the-sim': 'a spare phone that takes this SIM, for the text with the second step',
  'sim-of-another-carrier': 'a SIM of another carrier, to prove the release',
  'screen-lock-known': 'whoever knows the screen lock',
  imei: 'the IMEI: dial *#06#, or read the box',
  'carriers-terms': 'the contract of the carrier it was bought from',
}

const CHANGE_WORDS: Readonly<Record<RouteChange['kind'], (from: string, to: string) => string>> = {
  first: (_, to) => `Now there is a route: ${to}.`,
  'other-first': (from, to) => `Now ${to}, not ${from}.`,
  refused: () => 'Now refused.',
  fallback: (from, to) =>
    to === '' ? `${from} is out.` : from === '' ? `New on the way: ${to}.` : `${to} in place of ${from}.`,
  afterwards: (from, to) => (to === '' ? `No more afterwards: ${from}.` : `Afterwards: ${to}.`),
  price: () => 'The price has moved.',
  'consent-void': () => 'What was signed no longer holds: the route has become worse for the customer.',
}

/** What moved and by which answer. */
export function changeSentence({ kind, from, to, because }: RouteChange): string {
  const words = (action: RouteAction | undefined) => (action ? `“${ACTION_WORDS[action]}”` : '')
  const by = because.map((name) => FACT_WORDS[name]).join(', ')
  return `${CHANGE_WORDS[kind](words(from), words(to))}${by === '' ? '' : ` Because of: ${by}.`}`
}

export const WORSE_WORDS: Readonly<Record<TermsWorse, string>> = {
  storage: 'more may be deleted than was signed',
  account: 'an account may be asked for that was not spoken of',
  carrier: 'a carrier lock stays that was not spoken of',
  'memory-card': 'a memory card is in danger',
  esim: 'an eSIM profile is in danger',
  'makers-service': 'it may have to go to the maker’s service',
  price: 'it may cost more than was signed',
}

/** What to do, as the head of the route. */
export const choiceWords = ({ action, reason }: Choice): string =>
  reason.code === 'nothing-left'
    ? 'Hand it back'
    : reason.code === 'to-be-started'
      ? 'Start it up'
      : ACTION_WORDS[action]

export function reasonSentence({ reason }: Choice): string {
  return reason.gate ? BARRED_WORDS[reason.gate] : REASON_WORDS[reason.code]
}

export function gateName({ id }: Gate): string {
  return GATE_WORDS[id].name
}

const NOT_COVERED_WORDS: Readonly<Record<NonNullable<Gate['because']>, string>> = {
  'agreement-keeps-data':
    'The customer signed that nothing is deleted. If they want the reset after all, say so at the counter, and they sign anew.',
  'gentler-first':
    'The customer signed that what keeps the data is tried first. Try it, and record that it did not help.',
}

/** What opens a closed gate, or why nothing does. */
export function gateSentence({ id, state, byReason, because }: Gate): string {
  if (because) return NOT_COVERED_WORDS[because]
  if (state === 'closed-for-good') return BARRED_WORDS[id]
  if (state === 'closed') return GATE_WORDS[id].opens
  return byReason ? 'Open with a recorded reason.' : 'Open.'
}

export function noteSentence({ code }: StageNote): string {
  return NOTE_WORDS[code]
}
