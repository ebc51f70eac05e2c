import {
  fetchLanguage,
  isLearnt,
  isPseudo,
  spokenBy,
  wordsIn,
  type At,
  type Language,
  type Pseudo,
  type Words,
} from '@benevox/words'
import { shallowRef, watchEffect, type Ref } from 'vue'

/** A shop nobody has told of yet. */
const ANY_SHOP: At = { zone: Intl.DateTimeFormat().resolvedOptions().timeZone, country: 'IE' }
/** Nothing until a language is fetched; English where it is known from the start. */
const spoken = shallowRef(isLearnt('en') ? wordsIn('en', ANY_SHOP) : undefined)
let chosenLast: { readonly language: Language | Pseudo; readonly at: At } | undefined
let isWhole = false

/**
 * From now on every screen is in this language, by the clock and calendar of this shop: once it is fetched. Until the
 * first page wants more, that is what first pages say.
 * @throws TypeError where it cannot be fetched; what was spoken before stays
 */
export async function speak(language: Language | Pseudo, at: At = ANY_SHOP): Promise<void> {
  chosenLast = { language, at }
  await speakChosen()
}

/** From now on everything can be said. @throws TypeError where it cannot be fetched */
export async function speakOfEverything(): Promise<void> {
  isWhole = true
  await speakChosen()
}

async function speakChosen(): Promise<void> {
  const chosen = chosenLast
  if (!chosen) return
  const { language, at } = chosen
  await fetchLanguage(spokenBy(language), !isWhole)
  if (chosenLast !== chosen) return
  spoken.value = wordsIn(language, at)
  const { documentElement: page } = document
  page.lang = isPseudo(language) ? 'en-x-pseudo' : language
  page.dir = language === 'pseudo-rtl' ? 'rtl' : 'ltr'
}

/** What is said to somebody else, in their language: undefined until it is fetched. */
export function useWordsFor(
  language: Readonly<Ref<Language>>,
  at: () => At | undefined,
  whenNotThere: () => void,
): Readonly<Ref<Words | undefined>> {
  const theirs = shallowRef<Words>()
  watchEffect(() => {
    const [chosen, place] = [language.value, at()]
    theirs.value = place && isLearnt(chosen) ? wordsIn(chosen, place) : undefined
    if (!place || theirs.value) return
    fetchLanguage(chosen).then(() => {
      if (language.value === chosen) theirs.value = wordsIn(chosen, place)
    }, whenNotThere)
  })
  return theirs
}

/** Whoever looks for what is not translated, or does not fit, chooses a pseudo-language here. */
export function pseudoChosen(): Pseudo | undefined {
  const chosen = localStorage.getItem('benevox.pseudo') ?? ''
  return isPseudo(chosen) ? chosen : undefined
}

/** What the screens are written with: in the language of who is signed in, and anew when that changes. */
export const words: Words = new Proxy({} as Words, {
  get: (_, name) => Reflect.get(spokenNow(), name) as unknown,
})
export const say: Words['say'] = (...said) => spokenNow().say(...said)
/** @throws Error where something is said before anything is spoken */
function spokenNow(): Words {
  if (!spoken.value) throw new Error('No language is spoken yet')
  return spoken.value
}

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
