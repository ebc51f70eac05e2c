import { linksIn, namesIn, type Family } from '@benevox/core/catalog'
import { methodSheet } from '@benevox/core/method'
import { describe, expect, it } from 'vitest'
import { machineOf, pack } from './families.ts'
import {
  causeText,
  changeTexts,
  conditionText,
  correctionText,
  drawnNames,
  linkText,
  plugText,
  sheetTexts,
  triggerText,
  wordsIn,
} from '../words/src/index.ts'
import '../words/src/everyLanguage.ts'

const CABLE = { en: /cable|plug/i, de: /kabel|anschlie|angeschl/i, fr: /câble|branch/i, es: /cable|conect/i }
const PUCK = { en: /puck/i, de: /Ladeschale/, fr: /socle/, es: /base/ }

/** Whatever is said of what brings power to the devices of a family, at the bench and in the playbook. */
function saidOfPower(family: Family, language: keyof typeof CABLE): readonly string[] {
  const words = wordsIn(language, { zone: 'Europe/Berlin', country: 'DE' })
  const own = namesIn(family)
  const links = linksIn(family).filter((link) => link !== 'data-headset')
  const methods = family.methods.flatMap((method) => {
    const sheet = methodSheet(machineOf(family), method)
    const { chart } = sheet
    if (!chart || !method.steps.some((step) => step.do === 'plug')) return []
    const lost = { kind: 'data-link' } as const
    return [
      ...sheetTexts(sheet, words),
      correctionText(lost, method, chart, words),
      causeText(lost, method, chart, words),
      ...changeTexts([{ step: 0, change: 'cable' }], chart, words).map(({ word }) => word),
    ]
  })
  return [
    ...methods,
    ...links.flatMap((link) => [linkText(link, own, words), plugText(link, own, words)]),
    drawnNames(words, own).lane('cable'),
    triggerText({ kind: 'link', to: links }, words, own),
    conditionText({ links }, words, own),
  ]
}

describe.each(['en', 'de', 'fr', 'es'] as const)('in %s', (language) => {
  it.each(pack.families.map((family) => [family.name, family] as const))(
    'what brings power to the family %s is named by what it lies on or has in it',
    (_, family) => {
      const said = saidOfPower(family, language)
      const isWatch = family.kind === 'watch'
      expect(said.filter((text) => (isWatch ? CABLE : PUCK)[language].test(text))).toEqual([])
      expect(said.some((text) => (isWatch ? PUCK : CABLE)[language].test(text))).toBe(true)
    },
  )
})
