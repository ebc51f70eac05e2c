import type { AccountFacts, AccountForesight } from '@benevox/core/account'
import { fieldOf, offeredAnswers, type Asked, type FactName } from '@benevox/core/facts'
import { groupImei } from '@benevox/core/imei'
import type { Choice, Gate, RouteAction, RouteChange } from '@benevox/core/route'
import type { Words } from './words.ts'

/** The route, its checks and its facts in words: each sentence from a code and its facts. */

/** What to do, as the head of the route. */
export const choiceText = ({ action, reason }: Choice, { say }: Words): string =>
  reason.code === 'nothing-left' ||
  reason.code === 'to-be-started' ||
  reason.code === 'to-be-seen' ||
  reason.code === 'sim-to-be-tried'
    ? say(`action.${reason.code}`)
    : say(`action.${action}`)

export function reasonText({ reason }: Choice, { say }: Words): string {
  if (reason.gate) return say(`barred.${reason.gate}`)
  return reason.code === 'gate-closed-for-good' ? '' : say(`reason.${reason.code}`)
}

/** What is to be done for a check that is missing, or why nothing can be. */
export function checkText({ id, state, byReason, because }: Gate, { say }: Words): string {
  if (because) return say(`notCovered.${because}`)
  if (state === 'closed-for-good') return say(`barred.${id}`)
  if (state === 'closed') return say(`checkTodo.${id}`)
  return say(byReason ? 'checkState.waived' : 'checkState.passed')
}

/** What moved on the route, and by which answers. */
export function changeText(change: RouteChange, words: Words): string {
  const { because } = change
  const moved = movedText(change, words)
  const facts = words.list(because.map((name) => words.say(`fact.${name}`)))
  return because.length === 0 ? moved : `${moved} ${words.say('change.because', { facts })}`
}

function movedText({ kind, from: was, to: is, end }: RouteChange, { say }: Words): string {
  const name = (action: RouteAction | undefined) => (action ? say(`action.${action}`) : '')
  const [from, to] = [name(was), name(is)]
  switch (kind) {
    case 'first':
      return say('change.first', { to })
    case 'other-first':
    case 'sooner':
      return say(`change.${kind}`, { from, to })
    case 'fallback':
      if (to === '') return say('change.fallback-out', { from })
      return from === '' ? say('change.fallback-new', { to }) : say('change.fallback-other', { from, to })
    case 'afterwards':
      return to === '' ? say('change.afterwards-no-more', { from }) : say('change.afterwards-new', { to })
    case 'likelier':
    case 'less-likely':
    case 'longer':
    case 'shorter':
    case 'price-of-one':
      return say(`change.${kind}`, { to })
    case 'ends-otherwise':
      return say('change.ends-otherwise', { to, end: end ? say(`ends.${end}`) : '' })
    case 'refused':
    case 'price':
    case 'agreement-void':
      return say(`change.${kind}`)
  }
}

/** What will become of the account lock, the most important first. */
export function accountText(
  { why, who, before, waitHours: { from, to } }: AccountForesight,
  { say }: Words,
): readonly string[] {
  return [
    say(`accountWhy.${why}`),
    ...(who === 'nobody-needed' ? [] : [say(`accountWho.${who}`)]),
    ...before.map((step) => say(`before.${step}`)),
    ...(to === 0
      ? []
      : [
          from === to
            ? say('accountWait.exactly', { hours: to })
            : say('accountWait.between', { from: String(from), to }),
        ]),
  ]
}

/** How the sign-in code is reached once the device was reset; empty where nothing hinders it. */
export function codeAfterwards(
  { secondStep, esimProfile }: Pick<AccountFacts, 'secondStep' | 'esimProfile'>,
  { say }: Words,
): string {
  if (secondStep !== 'sim-in-this-device') return ''
  return say(esimProfile === 'yes' ? 'secondStepAfter.esim' : 'secondStepAfter.sim')
}

/** An answer that is offered, as it is read; undefined where it is none of those. */
export const answerText = (name: FactName, answer: unknown, { find }: Words): string | undefined =>
  find(`answer.${name}.${String(answer)}`) ?? find(`answer.${String(answer)}`)

/** The answers that are offered on this device, each as it is read. */
export const offeredTexts = (
  name: FactName,
  device: { readonly cellular: boolean } | undefined,
  words: Words,
): readonly (readonly [value: string, text: string])[] =>
  offeredAnswers(name, device).map((value) => [value, answerText(name, value, words) ?? value])

/** What somebody answered, as it is read. @param modelName of a model by its id; empty where it has none */
export function factText(
  name: FactName,
  value: unknown,
  modelName: (id: string) => string,
  words: Words,
): string {
  if (value === undefined || value === '') return words.say('factState.not-asked')
  if (value === 'recorded') return words.say('factState.recorded')
  if (name === 'modelId') return modelName(String(value)) || String(value)
  if (fieldOf(name) === 'language') return words.languageName(String(value))
  if (fieldOf(name) === 'imei') return groupImei(String(value))
  if (fieldOf(name) === 'date') return words.day(String(value))
  if (fieldOf(name) === 'country') return words.country(String(value)) ?? String(value)
  return answerText(name, value, words) ?? String(value)
}

/** A line about a question, for those that have one. */
export const hintText = (name: Asked, { find }: Words): string | undefined => find(`hint.${name}`)
