import type { Choice, ReasonCode, RouteAction } from './decide.ts'
import type { FactName } from './facts.ts'
import type { Gate, GateId } from './gates.ts'
import type { LockState, Locks } from './locks.ts'
import type { StageId, StageNote } from './route.ts'

/** The route in words, English. Facts stay apart from sentences: each is made from a code here. */

export const ACTION_WORDS: Readonly<Record<RouteAction, string>> = {
  'ask-first': 'Ask first',
  remember: 'Let the owner try to remember',
  'remote-unlock': 'Unlock from afar through the maker’s account',
  'seller-removes-account': 'The previous owner removes the device from their account',
  'reset-from-settings': 'Reset from the settings',
  'clear-cache': 'Clear the cache from recovery',
  'reset-from-recovery': 'Reset from recovery',
  'carrier-order': 'Order the carrier’s release',
  'makers-service': 'Maker’s service, with proof of purchase',
  refuse: 'Refuse, no work on this device',
}

const REASON_WORDS: Readonly<Record<ReasonCode, string>> = {
  'gate-closed-for-good': '',
  'consent-refused': 'The customer does not agree to losing what is on it.',
  'no-complaint-yet': 'What is wrong has not been asked.',
  'no-model-yet': 'The model decides the keys: find it first.',
  'only-carrier-lock': 'Only the carrier lock is in the way; nothing on the device is touched.',
  'stranger-account':
    'It asks for a stranger’s account: only that account, or proof of purchase at the maker’s, lifts it.',
  'secret-known':
    'The owner knows the screen lock: the settings ask for it, and the account can be taken off first.',
  'remote-unlock-ready':
    'Remote unlock is set up, the device is online and the password is known: nothing is lost.',
  'tries-left': 'Few wrong tries so far: waiting is short, and remembering costs nothing.',
  'cache-first': 'Clearing the cache is harmless and sometimes enough against a loop or freezing.',
  'secret-forgotten':
    'The screen lock is forgotten: the reset from recovery lifts it and deletes everything.',
  'no-way-into-recovery': 'If recovery cannot be reached, the maker’s service can.',
}

const BARRED_WORDS: Readonly<Record<GateId, string>> = {
  'no-hazard':
    'Stop: do not charge, do not press. Put it away from what burns and follow the local rules for damaged lithium batteries.',
  'not-reported':
    'The registry says reported: no work at all. The person turns to the registry or the police; for the device itself local rules hold.',
  'not-work-managed': 'The employer’s administrator decides about a work-managed device.',
  'no-legal-matter': 'Part of a police or court matter: do not wipe evidence.',
  ownership: 'The person’s right to the device is not shown.',
  'account-question': 'The account question is open.',
  consent: 'The customer refused the reset.',
  battery: 'The battery is too low.',
  'right-device': 'This is not the device on the job.',
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
  'not-work-managed': {
    name: 'Not managed by an employer',
    opens: 'Ask whether an employer manages the device.',
  },
  'no-legal-matter': {
    name: 'No police or court matter',
    opens: 'Ask whether the device is part of a police or court matter.',
  },
  ownership: {
    name: 'Right to the device shown',
    opens: 'See a receipt, box or ID, and write down what was shown.',
  },
  'account-question': {
    name: 'Account question asked',
    opens: 'Ask now which account is on it: after the reset it is too late.',
  },
  consent: { name: 'Loss of data agreed', opens: 'The customer agrees to losing everything on the device.' },
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
  reset: 'Reset',
  'first-start': 'First start',
  account: 'Account lock',
  carrier: 'Carrier lock',
  'hand-back': 'Hand back',
}

const NOTE_WORDS: Readonly<Record<StageNote['code'], string>> = {
  'all-data-gone': 'Everything on the internal storage will be gone.',
  'data-kept': 'Nothing is lost.',
  'will-ask-for-account': 'Afterwards it will ask for an account that was on it.',
  'will-not-ask': 'No account will be asked for.',
  'may-ask-for-account': 'It may ask for an account: not known whether one is on it.',
  'order-needed': 'The carrier’s release has to be ordered; the reset does not lift it.',
  'ask-the-carrier': 'Not known whether a carrier lock is on it; the reset does not lift one.',
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

export const FACT_WORDS: Readonly<Record<FactName, string>> = {
  modelId: 'model',
  complaint: 'what is wrong',
  hazard: 'battery and liquid check',
  powersOn: 'powers on',
  battery: 'battery',
  screenLock: 'screen lock',
  knowsScreenLock: 'owner knows the screen lock',
  systemVersion: 'system version',
  wrongTries: 'wrong tries so far',
  imei: 'IMEI',
  remoteUnlockSetUp: 'remote unlock set up',
  online: 'online now',
  accountOnDevice: 'account on the device',
  accountAddress: 'account address',
  knowsAccountPassword: 'customer knows the account’s password',
  secondStep: 'second step arrives',
  carrierLocked: 'carrier lock',
  originalCarrier: 'original carrier',
  carrierCountry: 'country of purchase',
  workManaged: 'managed by an employer',
  legalMatter: 'police or court matter',
  ownership: 'right to the device',
  ownershipNote: 'what was shown',
  registryAnswer: 'registry’s answer',
  registryReason: 'reason without an answer',
  consent: 'agreement',
}

export function reasonSentence({ reason }: Choice): string {
  return reason.gate ? BARRED_WORDS[reason.gate] : REASON_WORDS[reason.code]
}

export function gateName({ id }: Gate): string {
  return GATE_WORDS[id].name
}

/** What opens a closed gate, or why nothing does. */
export function gateSentence({ id, state, byReason }: Gate): string {
  if (state === 'closed-for-good') return BARRED_WORDS[id]
  if (state === 'closed') return GATE_WORDS[id].opens
  return byReason ? 'Open with a recorded reason.' : 'Open.'
}

export function noteSentence({ code }: StageNote): string {
  return NOTE_WORDS[code]
}
