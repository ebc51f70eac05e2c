import { isPseudo, type Words } from '@benevox/words'

/**
 * A voice that reads this language aloud; undefined where the machine has none: read by another nobody understands it.
 * @param voices of the machine, whose tags may be written `de-AT`, `de_AT` or not at all
 */
export function voiceFor<Voice extends Pick<SpeechSynthesisVoice, 'lang' | 'default'>>(
  language: Words['language'],
  voices: readonly Voice[],
): Voice | undefined {
  const wanted = languageOf(isPseudo(language) ? 'en' : language)
  const of = voices.filter(({ lang }) => languageOf(lang) === wanted)
  return of.find((voice) => voice.default) ?? of[0]
}

const languageOf = (tag: string) => tag.split(/[-_]/)[0]?.toLowerCase()
