import type { Posture } from '../catalog/index.ts'
import type { ProcedurePhrases } from './phrases.ts'

const seconds = (ms: number) => (ms < 2000 ? (ms / 1000).toFixed(1) : String(Math.round(ms / 1000)))
const lowerFirst = (line: string) => line.charAt(0).toLowerCase() + line.slice(1)
const oneAfterAnother = (actions: readonly string[]) => actions.map(lowerFirst).join(', then ')
/** A bound is never said wider than it is. */
const tenths = (ms: number, round = Math.floor) => (round(ms / 100) / 10).toFixed(1)
const bracket = (about: string) => (about ? ` (${about})` : '')

const FOLD: Readonly<Record<Posture, string>> = {
  open: 'Open it',
  'half-open': 'Fold it half open',
  shut: 'Shut it',
}

export const english: ProcedurePhrases = {
  key: {
    power: 'power',
    'volume-up': 'volume-up',
    'volume-down': 'volume-down',
    assistant: 'assistant key',
    home: 'home key',
    upper: 'upper key',
    lower: 'lower key',
    crown: 'crown',
    'own-key-1': 'key of its own',
    'own-key-2': 'second key of its own',
    'own-key-3': 'third key of its own',
  },
  cue: {
    'lock-screen': 'lock screen',
    'power-menu': 'power menu',
    dark: 'dark',
    logo: 'logo',
    'charge-blank': 'charge sign, no figure',
    'charge-percent': 'charge sign with a figure',
    robot: 'lying robot, “no command”',
    'bootloader-page': 'bootloader page',
    'download-page': 'download page',
    'service-menu': 'service menu',
    'recovery-menu': 'recovery menu',
    question: 'last question',
    'typed-word': 'a word to type',
    'account-warning': 'account warning',
    text: 'other text',
    wiping: 'wiping',
    'first-start': 'first start',
    'set-up': 'set-up wizard',
    'short-buzz': 'short buzz',
    'long-buzz': 'long buzz',
    'off-buzz': 'buzz when off',
  },
  until: {
    'lock-screen': 'the lock screen',
    'power-menu': 'the power menu',
    dark: 'the screen turns dark',
    logo: 'the logo',
    'charge-blank': 'the charge sign',
    'charge-percent': 'the charge figure',
    robot: 'the lying robot',
    'bootloader-page': 'the bootloader page',
    'download-page': 'the download page',
    'service-menu': 'the service menu',
    'recovery-menu': 'the recovery menu',
    question: 'the last question',
    'typed-word': 'the word to type',
    'account-warning': 'the account warning',
    text: 'the text',
    wiping: 'wiping begins',
    'first-start': 'the first start',
    'set-up': 'the set-up wizard',
    'short-buzz': 'a short buzz',
    'long-buzz': 'a long buzz',
    'off-buzz': 'the buzz',
  },
  link: {
    none: 'no cable',
    charger: 'a charger',
    computer: 'a computer, with a data cable',
    'data-headset': 'data-capable wired earphones',
    'own-link-1': 'a cable of its own',
    'own-link-2': 'another cable of its own',
  },
  start: {
    'on-locked': 'On and locked',
    off: 'Off',
    'off-charging': 'Off and charging',
    looping: 'Starts again and again',
    'dead-battery': 'Flat battery',
    'in-download': 'On the download page',
  },
  kind: { phone: 'phone', tablet: 'tablet', watch: 'watch' },
  edge: { left: 'left edge', right: 'right edge', top: 'top edge', bottom: 'bottom edge' },
  port: {
    'usb-c': 'USB-C',
    'micro-usb': 'Micro-USB',
    'round-pin': 'round pin',
    contacts: 'contacts of a puck',
  },
  source: {
    'tried-here': 'tried here',
    'told-by-another-shop': 'told by another shop',
    'makers-document': 'maker’s document',
    'published-list': 'published list',
    'invented-for-the-demo': 'invented for the demo',
  },
  cable: 'cable',
  hinge: 'hinge',
  posture: { open: 'open', 'half-open': 'half open', shut: 'shut' },
  touch: 'screen',
  and: ' + ',
  then: ', then ',
  hold: (keys) => `Hold ${keys}`,
  keepUntil: (keys, until, about) => `Keep ${keys} until ${until}${bracket(about)}`,
  waitUntil: (until, about) => `Hands off until ${until}${bracket(about)}`,
  keepFor: (keys, about) => `Keep ${keys} for ${about}`,
  waitFor: (about) => `Wait ${about}`,
  count: (keys, count) => `${keys ? `Keep ${keys}` : 'Hands off'}, count to ${count}`,
  letGo: (keys, kept) => (kept ? `Let go of ${keys}, keep ${kept}` : `Let go of ${keys}`),
  slide: (from, to, kept) => `Slide from ${from} to ${to}${kept ? `, keep ${kept}` : ''}`,
  press: (key, times, held) =>
    `${held ? `With ${held} held, tap` : 'Press'} ${key}${times === 1 ? '' : times === 2 ? ' twice' : ` ${times} times`}`,
  longPress: (key) => `Press ${key} long`,
  tap: (label) => `Tap “${label}”`,
  choose: (item, inputs) => `Choose “${item}”: ${inputs}`,
  plug: (link, held) =>
    `${link === 'no cable' ? 'Take the cable out' : `Plug in ${link}`}${held ? `, keep ${held}` : ''}`,
  moveCable: (link) => (link === 'no cable' ? 'take the cable out' : `plug in ${link}`),
  fold: (to, held) => `${FOLD[to]}${held ? `, keep ${held}` : ''}`,
  moveHinge: (to) => lowerFirst(FOLD[to]),
  atCue: (until, actions) =>
    `At ${until.replace(/^the screen turns dark$/, 'dark')}: ${oneAfterAnother(actions)}.`,
  afterCount: (count, actions) => `At the count of ${count}: ${oneAfterAnother(actions)}.`,
  afterTime: (about, actions) => `After ${about}: ${oneAfterAnother(actions)}.`,
  roomAfterCue: (ms) => `You have ${tenths(ms)} s even on a quick unit.`,
  roomInCount: (fromMs, toMs) =>
    toMs === undefined
      ? `Not sooner than ${tenths(fromMs ?? 0, Math.ceil)} s after the count began, even on a slow unit.`
      : fromMs === undefined
        ? `At the latest ${tenths(toMs)} s after the count began, even on a quick unit.`
        : `Between ${tenths(fromMs, Math.ceil)} and ${tenths(toMs)} s after the count began, on any unit.`,
  seconds: (from, ms, to) =>
    seconds(from) === seconds(to)
      ? `about ${seconds(ms)} s`
      : `about ${seconds(ms)} s, ${seconds(from)} to ${seconds(to)}`,
  times: (key, times) => (times > 1 ? `${key} ×${times}` : key),
  inOneGo: (key, times) => (times === 1 ? `${key} once, wait` : `${key} ×${times} in one go`),
  again: (inputs, times) => (times > 1 ? `(${inputs}) ×${times}` : inputs),
  long: (key) => `${key} long`,
  held: (kept, input) => `hold ${kept}, tap ${input}`,
  typeWord: (word) => `Type “${word}”`,
  type: (word) => `type “${word}”`,
  turn: (key, by) => `turn ${key} ${by}`,
  typeShown: 'type the word it shows',
}
