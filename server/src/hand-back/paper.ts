import type { Job } from '@benevox/contract'
import type { Model } from '@benevox/core/catalog'
import type { Content } from 'pdfmake/interfaces'
import { inFonts, pdfOf } from '../paper/pdf.ts'

/** What the customer takes home, in plain words. English; one place, ready for other languages. */
const WORDS = {
  proof: {
    'proven-clear': 'shown to be clear',
    'not-clear': 'NOT clear, see below',
    'not-there': 'this device has none',
  },
  lock: { screen: 'Screen lock', account: 'Account lock', carrier: 'Carrier lock' },
  returned: {
    device: 'device',
    sim: 'SIM',
    'sim-tray': 'SIM tray',
    cable: 'cable',
    'memory-card': 'memory card',
  },
  wiped:
    'The device was reset from recovery. Everything on its internal storage is gone and cannot be brought back by us. ' +
    'In the terms of NIST SP 800-88 rev. 1 a factory reset is “Clear”: protection against simple recovery. It is neither “Purge” nor “Destroy”; for data that must not be read by a laboratory it is not enough.',
  notWiped: 'Nothing on the device was deleted by us.',
  advice: [
    'Write the account’s address down, and keep its password where you find it again.',
    'Set up the remote unlock or the device page of your account, so that a forgotten lock need not cost your data.',
    'Before you sell or give the device away, take your account off in the settings first: otherwise the next person is locked out.',
    'Make a backup now, and again each month.',
  ],
} as const

/** The hand-back paper as a PDF: what was done, each lock's proof, what it cost, what to do next time. */
export async function handBackPaper(shop: string, job: Job, model: Model | undefined): Promise<Buffer> {
  const { handBack } = job
  if (!handBack) throw new Error(`Job ${job.id} is not handed back`)
  const row = (name: string, value: string): Content[] => [{ text: name, color: '#555555' }, inFonts(value)]
  const price = new Intl.NumberFormat('en', { style: 'currency', currency: handBack.currency }).format(
    handBack.priceMinor / 100,
  )
  const released = job.orders.find(({ state }) => state === 'released')
  return pdfOf(`Hand-back ${job.ticket}`, [
    { text: shop, fontSize: 12 },
    { text: `Hand-back ${job.ticket}`, fontSize: 24, bold: true, margin: [0, 4, 0, 14] },
    {
      layout: 'lightHorizontalLines',
      table: {
        widths: [130, '*'],
        body: [
          row('Customer', job.customer.name || 'not recorded'),
          row('Device', model ? `${model.maker} ${model.name} (${model.modelText})` : 'not recorded'),
          row('IMEI', job.facts.imei ?? 'none'),
          row('Taken in', job.openedAt.slice(0, 10)),
          row('Handed back', handBack.at.slice(0, 10)),
          row('Price', price),
          row('Given back', handBack.returned.map((part) => WORDS.returned[part]).join(', ')),
        ],
      },
    },
    { text: 'The three locks', bold: true, fontSize: 14, margin: [0, 16, 0, 4] },
    {
      layout: 'lightHorizontalLines',
      table: {
        widths: [130, '*'],
        body: (['screen', 'account', 'carrier'] as const).map((lock) =>
          row(WORDS.lock[lock], WORDS.proof[handBack[lock]]),
        ),
      },
    },
    ...(handBack.whoSignsIn
      ? [
          {
            stack: [inFonts(`Signs in at first start: ${handBack.whoSignsIn}`)],
            margin: [0, 6, 0, 0],
          } satisfies Content,
        ]
      : []),
    ...(released
      ? [
          {
            text: `Carrier ${released.carrier}: released through ${released.supplier}${released.code ? `, code ${released.code}` : ''}.`,
            margin: [0, 6, 0, 0],
          } satisfies Content,
        ]
      : []),
    { text: 'What was done', bold: true, fontSize: 14, margin: [0, 16, 0, 4] },
    { text: job.bench.wipeStartedAt ? WORDS.wiped : WORDS.notWiped },
    ...(handBack.note ? [{ stack: [inFonts(handBack.note)], margin: [0, 6, 0, 0] } satisfies Content] : []),
    { text: 'For next time', bold: true, fontSize: 14, margin: [0, 16, 0, 4] },
    { ul: [...WORDS.advice] },
  ])
}
