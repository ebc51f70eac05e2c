import type { AccountFacts, AccountForesight, BeforeSignIn, SecondStep } from './foresight.ts'

/** The foresight of the account lock in words, English. */
const WHY: Readonly<Record<AccountForesight['why'], string>> = {
  'asks-already': 'It asks for a stranger’s account now, and will go on asking.',
  'no-reset': 'Nothing is reset, so no account will be asked for.',
  'reset-from-settings': 'A reset from the settings with the PIN does not arm the account lock.',
  'system-before-the-lock': 'This system is older than the account lock: none will appear.',
  'family-does-not-ask': 'This family does not ask for an account after the reset.',
  'no-account': 'No account is on it: none will be asked for.',
  'account-on-it': 'Afterwards it will ask for an account that is on it now.',
  'account-not-known': 'It may ask for an account: not known whether one is on it.',
}

const WHO: Readonly<Record<AccountForesight['who'], string>> = {
  'nobody-needed': '',
  customer: 'The customer can answer: the password is known.',
  'old-screen-lock': 'The old screen lock answers it too on this family.',
  'password-first':
    'The password is not known: the customer recovers it with the account’s own recovery first.',
  'previous-owner': 'Only the previous owner can answer, or the maker’s service with proof of purchase.',
  'not-known': 'Not known who can answer: ask for the password now.',
}

export const BEFORE_SIGN_IN_WORDS: Readonly<Record<BeforeSignIn, string>> = {
  'move-the-sim': 'The code comes to the SIM in this device: put it into a spare phone before the reset.',
  'keep-the-esim-line':
    'The code comes to an eSIM on this device, and the reset may remove it: choose another way for the second step first.',
  'bring-the-other-device': 'The prompt comes to another device: it must be here and charged.',
  'find-the-codes': 'Backup codes are needed: have the customer find them before the reset.',
  'open-the-mail-elsewhere': 'The code comes by e-mail: the customer must be able to open it elsewhere.',
  'ask-for-the-address': 'Write down the account’s address now: the device will ask for it.',
  'ask-how-it-comes': 'Ask how the second step comes.',
}

/** How the second step is reached once the device was reset; empty where nothing hinders it. */
export function secondStepAfterwards({
  secondStep,
  esimProfile,
}: Pick<AccountFacts, 'secondStep' | 'esimProfile'>): string {
  if (secondStep !== 'sim-in-this-device') return ''
  return esimProfile === 'yes'
    ? 'The second step comes as a text to the eSIM of this device, and the reset may have removed it: the carrier activates it again, or the owner takes another way.'
    : 'The second step comes as a text to this device’s SIM: put it into a spare phone.'
}

export const SECOND_STEP_WORDS: Readonly<Record<SecondStep, string>> = {
  'other-device': 'a prompt on another device',
  'sim-in-this-device': 'a text to the SIM in this device',
  mail: 'e-mail',
  'backup-codes': 'backup codes',
  'not-set-up': 'none is set up',
  unknown: 'not known',
}

/** The foresight as sentences, the most important first. */
export function foresightSentences(foresight: AccountForesight): readonly string[] {
  const { from, to } = foresight.waitHours
  return [
    WHY[foresight.why],
    WHO[foresight.who],
    ...foresight.before.map((step) => BEFORE_SIGN_IN_WORDS[step]),
    to === 0
      ? ''
      : `After a changed password it refuses the sign-in for ${from === to ? `${to} hours` : `${from} to ${to} hours`}; check the help pages of the account.`,
  ].filter((sentence) => sentence !== '')
}
