import type { Effect, Guard, KeyId, Transition, Trigger } from '../catalog/index.ts'
import type { KeyChart } from './keyChart.ts'
import { phrases, type Locale } from './words.ts'

/** The words for what a family does, as its form and its page say it: one catalogue a language. */
interface BehaviourPhrases {
  readonly or: string
  readonly and: string
  readonly after: (time: string) => string
  readonly held: (keys: string, time: string) => string
  readonly from: Readonly<Record<'carried' | 'entry' | 'fresh', string>>
  readonly ignoring: (keys: string) => string
  readonly pressed: (key: string, times: number) => string
  readonly with: (keys: string) => string
  readonly noMoreFor: (time: string) => string
  readonly pressedLong: (key: string, time: string) => string
  readonly down: (key: string) => string
  readonly cable: (links: string) => string
  readonly folded: (postures: string) => string
  readonly tapped: (what: string) => string
  readonly typed: (word: string) => string
  readonly typedShown: Readonly<Record<'right' | 'wrong', string>>
  readonly idle: (time: string, carried: boolean) => string
  readonly noKey: string
  readonly keysHeld: (keys: string) => string
  readonly pressedHere: string
  readonly onCable: (links: string) => string
  readonly stands: (postures: string) => string
  readonly batteryFrom: (percent: number) => string
  readonly batteryBelow: (percent: number) => string
  readonly flag: Readonly<
    Record<'screenLock' | 'account' | 'loop' | 'wiped', readonly [no: string, yes: string]>
  >
  readonly effect: Readonly<Record<Effect, string>>
  readonly charged: (percent: number) => string
  readonly seconds: (ms: number) => string
}

const ENGLISH: BehaviourPhrases = {
  or: ' or ',
  and: ', ',
  after: (time) => `after ${time}`,
  held: (keys, time) => `${keys} held for ${time}`,
  from: { carried: '', entry: ', counted from here', fresh: ', pressed here' },
  ignoring: (keys) => `, whether or not ${keys} is held`,
  pressed: (key, times) => `${key} pressed${times === 1 ? '' : times === 2 ? ' twice' : ` ${times} times`}`,
  with: (keys) => ` with ${keys} held`,
  noMoreFor: (time) => `, then nothing for ${time}`,
  pressedLong: (key, time) => `${key} pressed long${time ? ` (${time})` : ''}`,
  down: (key) => `${key} goes down`,
  cable: (links) => `the cable is changed to ${links}`,
  folded: (postures) => `it is folded ${postures}`,
  tapped: (what) => `“${what}” tapped`,
  typed: (word) => `“${word}” typed`,
  typedShown: { right: 'the word on the screen typed', wrong: 'another word typed' },
  idle: (time, carried) => `no input for ${time}${carried ? ', counted from before' : ''}`,
  noKey: 'no key is held',
  keysHeld: (keys) => `only ${keys} held`,
  pressedHere: ', pressed here',
  onCable: (links) => `on the cable: ${links}`,
  stands: (postures) => `folded ${postures}`,
  batteryFrom: (percent) => `battery at ${percent} % or more`,
  batteryBelow: (percent) => `battery below ${percent} %`,
  flag: {
    screenLock: ['without a screen lock', 'with a screen lock'],
    account: ['without an account', 'with an account on it'],
    loop: ['when it starts normally', 'when it restarts again and again'],
    wiped: ['before the reset', 'after the reset'],
  },
  effect: {
    'wipe-data': 'deletes everything',
    'wipe-cache': 'clears the cache',
    'repair-apps': 'repairs the apps',
    'start-safe-mode': 'starts in safe mode',
    'arm-account-lock': 'turns the account lock on',
    charged: 'is charged enough to start',
  },
  charged: (percent) => `is charged to ${percent} %`,
  seconds: (ms) => `${Number((ms / 1000).toFixed(2))} s`,
}
const PHRASES: Readonly<Record<Locale, BehaviourPhrases>> = { en: ENGLISH }

type Names = KeyChart['names']

/** What makes a device go on: `power + volume-up held for power on`, `power pressed twice`. */
export function triggerWords(on: Trigger, locale: Locale, names: Names = {}): string {
  const said = PHRASES[locale]
  const { key, link, posture, turn } = phrases(locale, names)
  const keys = (ids: readonly KeyId[]) => ids.map((id) => key[id]).join(' + ')
  const time = (value: number | string) => timeWords(value, locale)
  switch (on.kind) {
    case 'after':
      return said.after(time(on.time))
    case 'hold':
      return (
        said.held(keys(on.keys), time(on.time)) +
        said.from[on.from] +
        (on.ignore.length > 0 ? said.ignoring(keys(on.ignore)) : '')
      )
    case 'press':
      return (
        said.pressed(key[on.key], on.times) +
        (on.with.length > 0 ? said.with(keys(on.with)) : '') +
        (on.rest === undefined ? '' : said.noMoreFor(time(on.rest)))
      )
    case 'long-press':
      return said.pressedLong(key[on.key], on.time === undefined ? '' : time(on.time))
    case 'key-down':
      return said.down(key[on.key])
    case 'turn':
      return turn(key[on.key], on.by)
    case 'link':
      return said.cable(on.to.map((one) => link[one]).join(said.or))
    case 'fold':
      return said.folded(on.to.map((one) => posture[one]).join(said.or))
    case 'tap':
      return said.tapped(on.label ?? on.on.replaceAll('-', ' '))
    case 'type':
      return said.typed(on.word)
    case 'type-shown':
      return said.typedShown[on.right ? 'right' : 'wrong']
    case 'idle':
      return said.idle(time(on.time), on.from === 'carried')
  }
}

/** What must hold besides, as a list; empty where nothing must. */
export function conditionWords(guard: Guard, locale: Locale, names: Names = {}): string {
  const said = PHRASES[locale]
  const { key, link, posture } = phrases(locale, names)
  const keys = (ids: readonly KeyId[]) => ids.map((id) => key[id]).join(' + ')
  const { held, fresh, ignore = [], links, postures, batteryFrom, batteryBelow } = guard
  const whether = ignore.length > 0 ? said.ignoring(keys(ignore)) : ''
  const flags = (['screenLock', 'account', 'loop', 'wiped'] as const).flatMap((flag) => {
    const asked = guard[flag]
    return asked === undefined ? [] : [said.flag[flag][asked ? 1 : 0]]
  })
  return [
    ...(held
      ? [
          (held.length === 0 ? said.noKey : said.keysHeld(keys(held)) + (fresh ? said.pressedHere : '')) +
            whether,
        ]
      : []),
    ...(links ? [said.onCable(links.map((one) => link[one]).join(said.or))] : []),
    ...(postures ? [said.stands(postures.map((one) => posture[one]).join(said.or))] : []),
    ...(batteryFrom === undefined ? [] : [said.batteryFrom(batteryFrom)]),
    ...(batteryBelow === undefined ? [] : [said.batteryBelow(batteryBelow)]),
    ...flags,
  ].join(said.and)
}

/** What it does on the way: `short buzz, deletes everything`. Empty where nothing. */
export function doesWords(
  { cues, effects, chargedTo }: Pick<Transition, 'cues' | 'effects' | 'chargedTo'>,
  locale: Locale,
): string {
  const said = PHRASES[locale]
  const { cue } = phrases(locale)
  return [
    ...cues.map((one) => cue[one]),
    ...effects.map((one) => said.effect[one]),
    ...(chargedTo === undefined ? [] : [said.charged(chargedTo)]),
  ].join(said.and)
}

/** A time of its own in seconds, or the name of a duration. */
export const timeWords = (time: number | string, locale: Locale): string =>
  typeof time === 'number' ? PHRASES[locale].seconds(time) : `“${time.replaceAll('-', ' ')}”`

/** What a device does by a line or a transition, in a word each. */
export const effectWords = (locale: Locale): Readonly<Record<Effect, string>> => PHRASES[locale].effect
