import type { Cue, KeyId, LinkKind, OwnNames } from '@benevox/core/catalog'
import type { DrawnNames } from '@benevox/core/drawing'
import type { CarrierNamed } from '@benevox/core/job'
import type { Words } from './words.ts'

export const keyText = (key: KeyId, own: OwnNames, { say }: Words): string => own[key] ?? say(`key.${key}`)
export const linkText = (link: LinkKind, own: OwnNames, { say }: Words): string =>
  own[link] ?? say(own.onPuck && isOfPuck(link) ? `puck.${link}` : `link.${link}`)

/** What a puck has words of its own for: it hangs on a charger, or on a computer. */
export const isOfPuck = (link: LinkKind): link is 'none' | 'charger' | 'computer' =>
  link === 'none' || link === 'charger' || link === 'computer'

/** A carrier with its country, as far as they are known. */
export function carrierText(
  { carrier, country }: CarrierNamed,
  { say, country: countryName }: Words,
): string {
  const name = carrier || say('orderDesk.unknownCarrier')
  return country
    ? say('orderDesk.carrierIn', { carrier: name, country: countryName(country) ?? country })
    : say('orderDesk.unknownCountry', { carrier: name })
}

/** Keys that are held together. */
export const keysText = (keys: readonly KeyId[], own: OwnNames, words: Words): string =>
  keys.map((key) => keyText(key, own, words)).join(' + ')

/** What was seen, in its order. */
export const signsText = (cues: readonly Cue[], { say }: Words): string =>
  cues.map((cue) => say(`sign.${cue}`)).join(', ')

/** What stands on a drawing of keys and of what is done with them. */
export const drawnNames = (words: Words, own: OwnNames = {}): DrawnNames => ({
  key: (key) => keyText(key, own, words),
  cue: (cue) => words.say(`sign.${cue}`),
  link: (link) => linkText(link, own, words),
  posture: (posture) => words.say(`posture.${posture}`),
  lane: (lane) => words.say(own.onPuck && lane === 'cable' ? 'lane.puck' : `lane.${lane}`),
})
