import type { IntlMessageFormat } from 'intl-messageformat'

/**
 * No language at all: English, longer and with accents, in brackets; it shows what was not said through the room, and
 * what does not fit. One of them is read from right to left.
 */
const PSEUDO = ['pseudo', 'pseudo-rtl'] as const
export type Pseudo = (typeof PSEUDO)[number]
export const isPseudo = (language: string): language is Pseudo => PSEUDO.some((one) => one === language)

type Ast = ReturnType<IntlMessageFormat['getAst']>
type Element = Ast[number]

const PLAIN = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ'
const ACCENTED = [...'åƀçđéƒĝĥîĵķļɱñöþɋŕšţûṽŵẋýžÅƁÇĐÉƑĜĤÎĴĶĻṀÑÖÞɊŔŠŢÛṼŴẊÝŽ']
const accented = (text: string) =>
  [...text].map((letter) => ACCENTED[PLAIN.indexOf(letter)] ?? letter).join('')
/** A third more than in English, as other languages take. */
const longer = (text: string) => `${accented(text)}${'·'.repeat(Math.ceil(text.length / 3))}`

/** Of a literal, a plural and a selection, as the parser of messages names them. */
const [LITERAL, SELECT, PLURAL] = [0, 5, 6]

/** A message as the pseudo-language has it: its places are what they were. */
export function pseudo(message: Ast): Ast {
  const bracket = (value: string): Element => ({ type: LITERAL, value })
  return [bracket('⟦'), ...message.map(changed), bracket('⟧')]
}

function changed(element: Element): Element {
  if (element.type === LITERAL && 'value' in element)
    return { ...element, value: longer(String(element.value)) } as Element
  if ((element.type === SELECT || element.type === PLURAL) && 'options' in element)
    return {
      ...element,
      options: Object.fromEntries(
        Object.entries(element.options).map(([name, { value }]) => [name, { value: value.map(changed) }]),
      ),
    } as Element
  return element
}
