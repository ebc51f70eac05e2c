import type { AskedBy } from '@benevox/core/carrier'
import type { KeyId, LinkKind, OwnNames } from '@benevox/core/catalog'
import type { NotHeld, RegistryRecord } from '@benevox/core/job'
import type { PersonalKind } from '@benevox/core/price'
import type { FactName, RouteAction } from '@benevox/core/route'
import { keyText, linkText, signsText } from './names.ts'
import { registryTexts } from './registry.ts'
import { answerText, factText } from './route.ts'
import type { Words } from './words.ts'

/** Names that stand in the catalogue. */
export interface CatalogueNames {
  model(id: string): string
  /** Of the keys and cables of the job's device. */
  readonly own: OwnNames
  /** Undefined where the catalogue does not know it. */
  method(id: string): string | undefined
}

/** What a line of the history tells: codes and figures, and what somebody typed. */
type Detail = Readonly<Record<string, unknown>>

const text = (value: unknown): string => (typeof value === 'string' ? value : '')

/** What happened, as the history tells it; how it came to work again where that is known. */
export function eventText(
  { kind, how }: { readonly kind: string; readonly how?: unknown },
  words: Words,
): string {
  const lifted = kind === 'screen-lifted' ? words.find(`lifted.${text(how)}`) : undefined
  return lifted ?? words.find(`event.${kind}`) ?? kind
}

/** The rest of a line: what it was done with, what came of it, and what did not hold. Empty where there is no more. */
export function eventDetailText(kind: string, detail: Detail, names: CatalogueNames, words: Words): string {
  const without = text(detail['without']) as NotHeld | ''
  return [...partsOf(kind, detail, names, words), ...(without ? [words.say(`breachWithout.${without}`)] : [])]
    .filter(Boolean)
    .join(' · ')
}

/** A line of the history, whole. */
export function storyLine(
  { kind, detail }: { readonly kind: string; readonly detail: Detail },
  names: CatalogueNames,
  words: Words,
): string {
  const more = eventDetailText(kind, detail, names, words)
  const what = eventText({ kind, how: detail['how'] }, words)
  return more ? words.say('history.line', { what, more }) : what
}

function partsOf(kind: string, detail: Detail, names: CatalogueNames, words: Words): readonly string[] {
  const { say } = words
  const found = (key: string) => words.find(key) ?? ''
  const method = () => names.method(text(detail['methodId'])) ?? ''
  switch (kind) {
    case 'answered':
    case 'facts':
      return answersTexts(detail, names, words)
    case 'chose-method':
      return [method()]
    case 'attempt-started':
      return [method(), linkText(text(detail['link']) as LinkKind, names.own, words), text(detail['cable'])]
    case 'attempt-reached':
    case 'attempt-failed':
    case 'attempt-left':
    case 'attempt-told':
      return Array.isArray(detail['seen']) && detail['seen'].length > 0
        ? [signsText(detail['seen'], words)]
        : []
    case 'key-tested':
      return [
        keyText(text(detail['key']) as KeyId, names.own, words),
        found(`keyState.${text(detail['state'])}`),
      ]
    case 'charging-started':
      return [words.percent(Number(detail['fromPercent']) / 100)]
    case 'right-device':
      return [found(`readFrom.${text(detail['by'])}`), text(detail['read'])]
    case 'did-not-help':
      return [found(`action.${text(detail['action']) as RouteAction}`)]
    case 'password-changed':
      return [words.instant(text(detail['changedAt']))]
    case 'sign-in-refused':
      return [found(`refusedWhy.${text(detail['why'])}`)]
    case 'locked-and-woken':
      return [found(`woken.${text(detail['asks'])}`)]
    case 'recovery-ended':
      return [say(detail['found'] === true ? 'accountPage.passwordFound' : 'accountPage.notRecovered')]
    case 'seller-written':
    case 'seller-reminded': {
      const language = text(detail['language'])
      return [found(`writtenBy.${text(detail['by'])}`), ...(language ? [words.languageName(language)] : [])]
    }
    case 'customer-told-question':
    case 'customer-told-ready':
    case 'customer-told-reminder':
    case 'customer-told-document':
      return [found(`writtenBy.${text(detail['how'])}`), words.languageName(text(detail['language']))]
    case 'seller-answered':
      return [say(detail['removed'] === true ? 'accountPage.sellerRemoved' : 'accountPage.sellerRefuses')]
    case 'carrier-lock-seen': {
      const by = text(detail['by'])
      if (by === 'own-page')
        return [say(detail['on'] === true ? 'carrierPage.pageSaysOn' : 'carrierPage.pageSaysOff')]
      return [say(detail['on'] === true ? 'carrierPage.otherSimRefused' : 'carrierPage.otherSimTaken')]
    }
    case 'carrier-asked':
      return [say('carrierPage.asked', { by: text(detail['by']) as AskedBy })]
    case 'carrier-answered': {
      const [says, until] = [text(detail['says']), text(detail['until'])]
      if (says === 'later') return [say('carrierPage.laterBy', { day: until ? words.shortDay(until) : '…' })]
      return [found(`carrierPage.${says}`)]
    }
    case 'service-returned':
      return [say(detail['unlocked'] === true ? 'accountPage.backFree' : 'accountPage.backLocked')]
    case 'taken-back':
      return [text(detail['reason']) || say('undo.atOnce')]
    case 'agreement-signed':
      return [words.languageName(text(detail['language'])), found(`howAgreed.${text(detail['how'])}`)]
    case 'check-waived':
    case 'gate-opened':
      return [found(`check.${text(detail['gate'])}`), text(detail['reason']), text(detail['by'])]
    case 'order-placed':
    case 'account-release-ordered':
      return [
        text(detail['supplier']),
        text(detail['carrier']),
        found(`orderReason.${text(detail['because'])}`),
      ]
    case 'order-sent':
      return [text(detail['number'])]
    case 'order-delayed':
      return [words.shortDay(text(detail['until'])), ...byMail(detail, words)]
    case 'order-answered':
      return [found(`orderAnswer.${text(detail['answer'])}`), ...byMail(detail, words)]
    case 'order-confirmed':
    case 'order-second-code':
    case 'order-failed':
      return byMail(detail, words)
    case 'order-code-entered':
      return [say(detail['worked'] === true ? 'order.codeTaken' : 'order.codeRefused')]
    case 'registry': {
      const record = detail as Partial<RegistryRecord>
      return [
        answerText('registryAnswer', text(record.answer), words) ?? '',
        ...(record.source === 'by-hand' ? [say('registry.byHand')] : []),
        ...registryTexts(record, words),
        text(record.reference),
      ]
    }
    case 'remote-unlock':
      return [found(`remoteDid.${text(detail['did'])}`), found(`remoteState.${text(detail['state'])}`)]
    case 'account-confirmed':
    case 'account-proven':
      return [found(`handBack.confirmedBy.${text(detail['proof'])}`)]
    case 'line-added':
      return [text(detail['text']), text(detail['reason']), text(detail['by'])]
    case 'bill-corrected': {
      const { totalMinor, currency } = detail
      const total = totalMinor === undefined ? undefined : words.money(Number(totalMinor), text(currency))
      return [total ?? say('invoice.noneStands'), text(detail['reason']), text(detail['by'])]
    }
    case 'hold-placed':
      return [text(detail['reason']), text(detail['by'])]
    case 'hold-lifted':
      return [text(detail['by'])]
    case 'forgotten-days-over':
    case 'forgotten-asked':
      return [
        kindsText((detail['kinds'] ?? []) as readonly PersonalKind[], words),
        found(`copyTaken.${text(detail['copy'])}`),
        text(detail['by']),
      ]
    case 'payment-taken':
      return [
        words.money(Number(detail['minor']), text(detail['currency'])),
        found(`pay.${text(detail['how'])}`),
      ]
    case 'handed-back':
      return (['screen', 'account', 'carrier'] as const).map((lock) => {
        const stands = found(`handBack.lock.${text(detail[lock])}`)
        return stands && say('history.line', { what: say(`lock.${lock}`), more: stands })
      })
    default:
      return []
  }
}

/** Kinds of what points to a person, side by side. */
export const kindsText = (kinds: readonly PersonalKind[], { say }: Words): string =>
  kinds.map((kind) => say(`personalKind.${kind}`)).join(' · ')

const byMail = (detail: Detail, { say }: Words): readonly string[] =>
  detail['byMail'] === true ? [say('writtenBy.mail')] : []

const answersTexts = (detail: Detail, names: CatalogueNames, words: Words): readonly string[] =>
  Object.entries(detail).map(([name, value]) =>
    name === 'customer'
      ? words.say('jobPage.customer')
      : words.say('jobPage.fact', {
          fact: words.say(`fact.${name as FactName}`),
          answer: factText(name as FactName, (value ?? undefined) as never, (id) => names.model(id), words),
        }),
  )
