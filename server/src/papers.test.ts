import type { Answer, Job } from '@benevox/contract'
import { namesIn } from '@benevox/core/catalog'
import { surroundingsIn } from '@benevox/core/job'
import { LANGUAGES, storyLine, wordsIn, type Language } from '@benevox/words'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { demoPack } from '../../demo/demoPack.ts'
import { pdfText, withoutAddress } from '../../e2e/pdfText.ts'
import { openShop, Person, READY, type TestShop } from '../test/shop.ts'

const FAMILY = 'nested-menus-touch-at-end'
/** Of an open job. */
const PAPERS = ['receipt', 'agreement', 'letter-to-seller', 'activation', 'story'] as const
const HANDED_BACK = {
  screen: 'on',
  account: 'not-part-of-this-job',
  carrier: 'on',
  whoSignsIn: '',
  returned: ['device', 'sim'],
  note: '',
  priceMinor: 0,
  currency: 'EUR',
}
const OTHERS = LANGUAGES.filter((one) => one !== 'en')
const IN_ROW = 3

let shop: TestShop
let runa: Person
let job: Job
let closed: Job
beforeAll(async () => {
  shop = await openShop('test-papers')
  runa = await Person.signedIn(shop.address)
  const open = await runa.openJob({ ...READY, memoryCard: 'yes', backup: 'no' })
  const record = { left: ['device', 'charger', 'sim'], marks: [], note: '' }
  await runa.ask('POST', `/api/jobs/${open.id}/intake`, { version: open.version, ...record })
  job = await runa.see<Job>(`/api/jobs/${open.id}`)
  const { id, version } = await runa.openReady()
  closed = (await runa.ask<Job>('POST', `/api/jobs/${id}/hand-back`, { ...HANDED_BACK, version })).body
}, 300_000)
afterAll(() => shop.close())

async function read(path: string, language?: Language): Promise<string> {
  const query = language ? `?language=${language}` : ''
  const response = await runa.file(`${path}${query}`)
  expect([path, response.status]).toEqual([path, 200])
  return withoutAddress(await pdfText(new Uint8Array(await response.arrayBuffer())))
}
const wordsOf = (text: string): readonly string[] => text.match(/\p{L}{3,}/gu) ?? []
/** So many words one after the other, wherever they stand. */
const rowsOf = (text: string): readonly string[] => {
  const words = wordsOf(text)
  return words.slice(IN_ROW - 1).map((_, n) => words.slice(n, n + IN_ROW).join(' '))
}
/** What is data and the same in each language: names, what was typed, what devices show. */
const dataOf = () =>
  new Set(wordsOf(`${JSON.stringify([job, closed])} ${JSON.stringify(demoPack())} Test shop IMEI min`))
/** Rows of words of a paper that stand in the English one too, though not all of them are data. */
function englishIn(text: string, english: string): readonly string[] {
  const [rows, data] = [new Set(rowsOf(english)), dataOf()]
  return rowsOf(text).filter((row) => rows.has(row) && !row.split(' ').every((word) => data.has(word)))
}

describe('each paper in each language', () => {
  it('has words enough for this to find something', async () => {
    const english = await read(`/api/jobs/${job.id}/receipt.pdf`, 'en')
    expect(englishIn(english, english).length).toBeGreaterThan(20)
  })
  it.each(OTHERS.flatMap((language) => PAPERS.map((paper) => [paper, language] as const)))(
    'the %s in %s: nothing of it is left in English',
    async (paper, language) => {
      const path = `/api/jobs/${job.id}/${paper}.pdf`
      expect(englishIn(await read(path, language), await read(path, 'en'))).toEqual([])
    },
  )
  it.each(OTHERS)('the card of a family and the document of a hand-back in %s', async (language) => {
    for (const path of [`/api/catalog/families/${FAMILY}/card.pdf`, `/api/jobs/${closed.id}/hand-back.pdf`])
      expect(englishIn(await read(path, language), await read(path, 'en')), path).toEqual([])
  })
})

it('every paper of a job is in the language that was chosen for its customer', async () => {
  for (const customerLanguage of LANGUAGES) {
    const { id, version } = await runa.see<Job>(`/api/jobs/${job.id}`)
    await runa.ask('PATCH', `/api/jobs/${id}/facts`, { version, facts: { customerLanguage } })
    for (const paper of ['receipt', 'letter-to-seller', 'activation']) {
      const path = `/api/jobs/${id}/${paper}.pdf`
      expect(await read(path), `${paper}, ${customerLanguage}`).toBe(await read(path, customerLanguage))
    }
  }
})

it('the story on paper is the history of the page, line by line', async () => {
  const { model, family } = surroundingsIn(demoPack(), job.facts)
  const names = {
    model: () => model?.name ?? '',
    own: family ? namesIn(family) : {},
    method: (id: string) => family?.methods.find((one) => one.id === id)?.name,
  }
  const letters = (text: string) => text.replace(/[^\p{L}\p{N}]/gu, '')
  for (const language of LANGUAGES) {
    const paper = letters(await read(`/api/jobs/${closed.id}/story.pdf`, language))
    const words = wordsIn(language, { zone: 'Europe/Berlin', country: 'DE' })
    const { events } = await runa.see<Answer<'listEvents'>>(`/api/jobs/${closed.id}/events`)
    expect(events.length).toBeGreaterThan(3)
    for (const event of events) expect(paper).toContain(letters(storyLine(event, names, words)))
  }
})
