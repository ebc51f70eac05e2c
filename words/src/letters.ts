import { groupImei } from '@benevox/core/imei'
import type { CustomerTold, Order } from '@benevox/core/job'
import type { Words } from './words.ts'

/** A short plain letter for the customer to send or take home. */
export interface Letter {
  readonly title: string
  readonly lines: readonly string[]
}

/** What the letter to a previous owner speaks of. */
export interface ToSeller {
  readonly device: string
  readonly imei?: string | undefined
  readonly serialNumber?: string | undefined
  readonly ticket: string
  readonly shop: string
}

/** To the previous owner: how to take the device off their account. It costs nothing and takes minutes. */
export const letterToSeller = (
  words: Words,
  { device, imei, serialNumber, ticket, shop }: ToSeller,
): Letter => {
  const { say } = words
  const number = imei
    ? say('letterToSeller.imei', { number: groupImei(imei) })
    : serialNumber && say('letterToSeller.serial', { number: serialNumber })
  return {
    title: say('letterToSeller.title'),
    lines: [
      say('letterToSeller.stillAsks', { device }),
      ...(number ? [say('letterToSeller.device', { device, number })] : []),
      say('letterToSeller.openDevices'),
      say('letterToSeller.choose', { device }),
      say('letterToSeller.makersAccount'),
      say('letterToSeller.noPassword'),
      say('letterToSeller.forShop', { shop, ticket }),
    ],
  }
}

/** The same as a mail or a message, whose answer comes back to the job by the ticket in its subject. */
export const messageToSeller = (words: Words, about: ToSeller) => {
  const { title, lines } = letterToSeller(words, about)
  const { ticket, device } = about
  return {
    subject: words.say('letterToSeller.subject', { ticket, device }),
    text: [title, ...lines, words.say('letterToSeller.reply', { ticket })].join('\n\n'),
  }
}

/** What a letter to the customer speaks of. */
export interface ToCustomer {
  /** As its model is called; empty where that is not known. */
  readonly device: string
  readonly ticket: string
  readonly shop: string
  /** When they were told that it is ready. */
  readonly toldAt?: string | undefined
  /** Where they read how it stands, and answer what they are asked. */
  readonly statusPage?: string | undefined
  /** What is to be paid, in the price list's currency. */
  readonly due: { readonly minor: number; readonly currency: string }
}

/** To the customer: it is ready, it is still here, or here is the document. Nothing of its locks, or of what was on it. */
export function letterToCustomer(
  words: Words,
  what: CustomerTold['what'],
  { device, ticket, shop, toldAt, due, statusPage }: ToCustomer,
): Letter {
  const { say } = words
  const named = device || say('part.device')
  const lines =
    what === 'document'
      ? [say('toCustomer.document', { device: named, ticket })]
      : what === 'question'
        ? [say('toCustomer.question', { device: named })]
        : [
            what === 'ready'
              ? say('toCustomer.ready', { device: named })
              : say('toCustomer.reminder', { device: named, day: toldAt ? words.day(toldAt) : 'none' }),
            say('toCustomer.bring', { ticket }),
            ...(due.minor > 0
              ? [say('toCustomer.toPay', { due: words.money(due.minor, due.currency) })]
              : []),
          ]
  return {
    title: say('toCustomer.title', { what }),
    lines: [
      ...lines,
      ...(statusPage && what !== 'document' ? [say('toCustomer.statusPage', { page: statusPage })] : []),
      say('toCustomer.answer', { shop, ticket }),
    ],
  }
}

/** The same as a mail or a message; an answer comes back to the job by the ticket in its subject. */
export function messageToCustomer(
  words: Words,
  what: CustomerTold['what'],
  about: ToCustomer,
): { readonly subject: string; readonly text: string } {
  const { title, lines } = letterToCustomer(words, what, about)
  return { subject: `${about.ticket}: ${title}`, text: lines.join('\n\n') }
}

/** To a supplier: where the answer to an order stays, or that the fee comes back by its terms. */
export function messageToSupplier(
  words: Words,
  about: 'follow-up' | 'refund',
  { order, shop }: { readonly order: Order; readonly shop: string },
): { readonly subject: string; readonly text: string } {
  const { say } = words
  const number = order.number ?? say('toSupplier.noNumber')
  const known = {
    number,
    imei: groupImei(order.imei ?? ''),
    ordered: words.day(order.orderedAt),
    promised: words.day(order.promise.latest),
  }
  const { subject, text } =
    about === 'refund'
      ? {
          subject: say('toSupplier.refundSubject', { number }),
          text: say('toSupplier.refund', {
            ...known,
            state: order.state,
            share: words.percent((order.refundPercent ?? 0) / 100),
            fee: words.money(order.feeMinor, order.currency),
          }),
        }
      : { subject: say('toSupplier.followUpSubject', { number }), text: say('toSupplier.followUp', known) }
  return { subject, text: [text, shop].join('\n\n') }
}

/** What the steps for home speak of. */
export interface ToActivate {
  readonly device: string
  /** The order whose answer they carry out; undefined before there is one. */
  readonly order?: Order | undefined
  /** What opens the question by itself, as the family dials it. */
  readonly dialledCode?: string | undefined
}

/** For home: how to use the carrier's unlock once it has come; each of its ways where it has not. */
export function activationLetter({ say }: Words, { device, order, dialledCode }: ToActivate): Letter {
  const title = say('activation.title')
  const done = say('activation.done')
  if (order?.state !== 'answered')
    return {
      title,
      lines: [
        say('activation.which', { device }),
        say('activation.code'),
        say('activation.overTheAir'),
        say('activation.app'),
        done,
      ],
    }
  const { imei, answer, code, entriesAllowed, entriesMade } = order
  const yours = imei ? [say('activation.yours', { device, imei: groupImei(imei) })] : []
  const ways =
    answer === 'code'
      ? [
          say('activation.yourCode', { code: groupCode(code ?? '') }),
          say('activation.typeCode'),
          ...(dialledCode ? [say('activation.dial', { code: dialledCode })] : []),
          say('activation.entriesLeft', { left: entriesAllowed - entriesMade }),
        ]
      : [say(answer === 'app' ? 'activation.app' : 'activation.overTheAir')]
  return { title, lines: [...yours, ...ways, done] }
}

/** The same as a mail. */
export function activationMessage(
  words: Words,
  about: ToActivate & { readonly ticket: string; readonly shop: string },
): { readonly subject: string; readonly text: string } {
  const { title, lines } = activationLetter(words, about)
  const { ticket, device, shop } = about
  return {
    subject: words.say('activation.subject', { ticket, device }),
    text: [title, ...lines, shop].join('\n\n'),
  }
}

/** In fours from the left, for typing: leading zeros stay. */
export const groupCode = (code: string): string => code.replace(/(.{4})(?=.)/g, '$1 ')
