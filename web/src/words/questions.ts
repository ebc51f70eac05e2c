import { sheetOf, type Asked } from '@benevox/core/facts'
import type { WhyAsked } from '@benevox/core/route'

export const questionText = (name: Asked): string =>
  name === 'customer' ? 'What is the customer’s name?' : sheetOf(name).ask

export const WHY_ASKED: Readonly<Record<WhyAsked, string>> = {
  safety: 'for safety, before anything is touched',
  first: 'nothing can be decided before',
  'may-change-the-route': 'may change the route',
  'opens-a-gate': 'a gate stays closed without it',
  'to-sign': 'nobody can sign without it',
  'for-the-order': 'a release cannot be ordered without it',
  'too-late-after': 'too late to ask after the reset',
}
