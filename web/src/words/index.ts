import { isPseudo, wordsIn, type At, type Language, type Pseudo, type Words } from '@benevox/words'
import { shallowRef } from 'vue'

/** A shop nobody has told of yet. */
const ANY_SHOP: At = { zone: Intl.DateTimeFormat().resolvedOptions().timeZone, country: 'IE' }
const spoken = shallowRef(wordsIn('en', ANY_SHOP))

/** From now on every screen is in this language, by the clock and calendar of this shop. */
export function speak(language: Language | Pseudo, at: At): void {
  spoken.value = wordsIn(language, at)
  const { documentElement: page } = document
  page.lang = isPseudo(language) ? 'en-x-pseudo' : language
  page.dir = language === 'pseudo-rtl' ? 'rtl' : 'ltr'
}

/** Whoever looks for what is not translated, or does not fit, chooses a pseudo-language here. */
export function pseudoChosen(): Pseudo | undefined {
  const chosen = localStorage.getItem('benevox.pseudo') ?? ''
  return isPseudo(chosen) ? chosen : undefined
}

/** What the screens are written with: in the language of who is signed in, and anew when that changes. */
export const words: Words = new Proxy({} as Words, {
  get: (_, name) => Reflect.get(spoken.value, name) as unknown,
})
export const say: Words['say'] = (...said) => spoken.value.say(...said)

/** A chance as it is said: never certain unless it is. */
export function chanceText(chance: number): string {
  if (chance <= 0) return say('chance.none')
  if (chance < 0.01) return `< ${words.percent(0.01)}`
  if (chance > 0.99 && chance < 1 - 1e-9) return `> ${words.percent(0.99)}`
  return words.percent(chance)
}

/** A running time as a timer shows it: minutes and seconds. */
export function minutesText(ms: number): string {
  const seconds = Math.max(0, Math.round(Math.abs(ms) / 1000))
  return `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`
}
