import type { Guard, Transition, Trigger, OwnNames } from '@benevox/core/catalog'
import { keysText, keyText, linkText } from './names.ts'
import type { Words } from './words.ts'

/** What makes a device go on: `power + volume-up held for 8 s`, `power pressed twice`. */
export function triggerText(on: Trigger, words: Words, own: OwnNames = {}): string {
  const { say } = words
  const time = (value: number | string) => timeText(value, words)
  switch (on.kind) {
    case 'after':
      return say('trigger.after', { time: time(on.time) })
    case 'hold':
      return say('trigger.hold', {
        keys: keysText(on.keys, own, words),
        time: time(on.time),
        from: on.from,
        ignored: keysText(on.ignore, own, words) || NONE,
      })
    case 'press':
      return say('trigger.press', {
        key: keyText(on.key, own, words),
        times: on.times,
        held: keysText(on.with, own, words) || NONE,
        rest: on.rest === undefined ? NONE : time(on.rest),
      })
    case 'long-press':
      return say('trigger.longPress', {
        key: keyText(on.key, own, words),
        time: on.time === undefined ? NONE : time(on.time),
      })
    case 'key-down':
      return say('trigger.keyDown', { key: keyText(on.key, own, words) })
    case 'turn':
      return say('menuLine.turn', { key: keyText(on.key, own, words), by: on.by })
    case 'link': {
      const links = words.either(on.to.map((one) => linkText(one, own, words)))
      return own.onPuck ? say('trigger.puck', { links }) : say('trigger.link', { links })
    }
    case 'fold':
      return say('trigger.fold', { postures: words.either(on.to.map((one) => say(`posture.${one}`))) })
    case 'tap':
      return say('trigger.tap', { label: on.label ?? on.on.replaceAll('-', ' ') })
    case 'type':
      return say('trigger.type', { word: on.word })
    case 'type-shown':
      return say(on.right ? 'trigger.typeShown' : 'trigger.typeOther')
    case 'idle':
      return say('trigger.idle', { time: time(on.time), from: on.from })
  }
}

/** In a select of a message: nothing. */
const NONE = 'none'

/** What must hold besides, as a list; empty where nothing must. */
export function conditionText(guard: Guard, words: Words, own: OwnNames = {}): string {
  const { say } = words
  const { held, fresh, ignore = [], links, postures, batteryFrom, batteryBelow } = guard
  const parts: string[] = []
  if (held)
    parts.push(
      say('guard.held', {
        keys: keysText(held, own, words) || NONE,
        fresh: fresh ? 'fresh' : NONE,
        ignored: keysText(ignore, own, words) || NONE,
      }),
    )
  if (links) {
    const either = words.either(links.map((one) => linkText(one, own, words)))
    parts.push(own.onPuck ? say('guard.puck', { links: either }) : say('guard.links', { links: either }))
  }
  if (postures)
    parts.push(
      say('guard.postures', { postures: words.either(postures.map((one) => say(`posture.${one}`))) }),
    )
  if (batteryFrom !== undefined)
    parts.push(say('guard.batteryFrom', { share: words.percent(batteryFrom / 100) }))
  if (batteryBelow !== undefined)
    parts.push(say('guard.batteryBelow', { share: words.percent(batteryBelow / 100) }))
  for (const flag of ['screenLock', 'account', 'loop', 'wiped'] as const) {
    const asked = guard[flag]
    if (asked !== undefined) parts.push(say(`guard.${flag}`, { is: asked ? 'yes' : 'no' }))
  }
  return parts.join(', ')
}

/** What it does on the way: `short buzz, deletes everything`. Empty where nothing. */
export function doesText(
  { cues, effects, chargedTo }: Pick<Transition, 'cues' | 'effects' | 'chargedTo'>,
  words: Words,
): string {
  return [
    ...cues.map((one) => words.say(`sign.${one}`)),
    ...effects.map((one) => words.say(`effect.${one}`)),
    ...(chargedTo === undefined
      ? []
      : [words.say('guard.chargedTo', { share: words.percent(chargedTo / 100) })]),
  ].join(', ')
}

/** A time of its own in seconds, or the name of a duration. */
export const timeText = (time: number | string, words: Words): string =>
  typeof time === 'number'
    ? words.say('trigger.seconds', { seconds: words.number(Math.round(time / 10) / 100) })
    : words.say('trigger.timeNamed', { name: time.replaceAll('-', ' ') })
