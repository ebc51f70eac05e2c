import {
  carrierRelease,
  type HandBackFacts,
  type JobState,
  type LockStatement,
  type ModelKnown,
  type ShownBy,
} from '@benevox/core/job'
import type { Content } from 'pdfmake/interfaces'
import { dayIn, headRows, row, type PaperOf } from '../paper/head.ts'
import { inFonts, pdfOf } from '../paper/pdf.ts'

/** What the customer takes home, in plain words. English; one place, ready for other languages. */
const STATEMENTS: Readonly<Record<LockStatement, string>> = {
  'confirmed-off': 'Confirmed off',
  on: 'ON. We have not removed it.',
  'not-tested': 'Not tested by us.',
  none: 'This device has none.',
  'not-part-of-this-job': 'Not part of this job.',
}
const SHOWN: Readonly<Record<ShownBy, string>> = {
  'set-up-reached': 'the set-up wizard was reached after the reset',
  remembered: 'the owner unlocked it',
  'remote-unlock': 'it was unlocked through the maker’s account',
  settings: 'it was reset from its settings',
  'signed-in': 'the owner signed in',
  'step-skipped': 'the wizard lets the account step be skipped',
  'never-asked': 'the wizard never asked for an account',
  'account-list-empty': 'the list of accounts was empty before the reset',
  'code-worked': 'the unlock code was accepted and another carrier’s SIM works',
  'other-sim-works': 'another carrier’s SIM works',
}
const LOCKS = { screen: 'Screen lock', account: 'Account lock', carrier: 'Carrier lock' } as const
const RETURNED = {
  device: 'device',
  sim: 'SIM',
  'sim-tray': 'SIM tray',
  cable: 'cable',
  'memory-card': 'memory card',
} as const
const NOT_READ_AGAIN =
  'Everything on its internal storage is gone and cannot be brought back by us. ' +
  'In the terms of NIST SP 800-88 rev. 1 a factory reset is “Clear”: protection against simple recovery. It is neither “Purge” nor “Destroy”; for data that must not be read by a laboratory it is not enough.'
const DELETED: Readonly<Record<HandBackFacts['deleted'], string>> = {
  'by-recovery': `The device was reset from recovery. ${NOT_READ_AGAIN}`,
  'by-settings': `The device was reset from its settings. ${NOT_READ_AGAIN}`,
  no: 'Nothing on the device was deleted by us.',
}
const MENDED: Readonly<Record<NonNullable<HandBackFacts['mended']>, string>> = {
  'cache-cleared': 'The cache was cleared from recovery.',
  'system-installed': 'The system was installed again from recovery.',
}
const ADVICE: readonly string[] = [
  'Write the account’s address down, and keep its password where you find it again.',
  'Set up the remote unlock or the device page of your account, so that a forgotten lock need not cost your data.',
  'Before you sell or give the device away, take your account off in the settings first: otherwise the next person is locked out.',
  'Make a backup now, and again each month.',
]

/** What was done, line by line, as the record has it. */
function whatWasDone({ deleted, mended }: HandBackFacts): readonly string[] {
  return [...(mended ? [MENDED[mended]] : []), DELETED[deleted]]
}

/** What the document says of a lock: the statement, and where it is confirmed off, what showed it. */
function lockLine(lock: keyof typeof LOCKS, { record, shownBy }: HandBackFacts): string {
  const shown = shownBy[lock]
  const statement = STATEMENTS[record[lock]]
  return record[lock] === 'confirmed-off' && shown ? `${statement}: ${SHOWN[shown]}.` : statement
}

/** The hand-back document as a PDF: what was done, each lock, what it cost, what to do next time. */
export async function handBackPaper(
  { shop, zone }: PaperOf,
  job: JobState,
  facts: HandBackFacts,
  model: ModelKnown | undefined,
): Promise<Buffer> {
  const { record } = facts
  const price = new Intl.NumberFormat('en', { style: 'currency', currency: record.currency }).format(
    record.priceMinor / 100,
  )
  const released = carrierRelease(job)
  return pdfOf(`Hand-back ${job.ticket}`, [
    { text: shop, fontSize: 12 },
    { text: `Hand-back ${job.ticket}`, fontSize: 24, bold: true, margin: [0, 4, 0, 14] },
    {
      layout: 'lightHorizontalLines',
      table: {
        widths: [130, '*'],
        body: [
          ...headRows(job.customer, job.answers, model),
          row('Taken in', dayIn(zone, job.openedAt)),
          row('Handed back', dayIn(zone, record.at)),
          row('Price', price),
          row('Given back', record.returned.map((part) => RETURNED[part]).join(', ') || 'nothing'),
        ],
      },
    },
    { text: 'The three locks', bold: true, fontSize: 14, margin: [0, 16, 0, 4] },
    {
      layout: 'lightHorizontalLines',
      table: {
        widths: [130, '*'],
        body: (['screen', 'account', 'carrier'] as const).map((lock) =>
          row(LOCKS[lock], lockLine(lock, facts)),
        ),
      },
    },
    ...(record.whoSignsIn
      ? [
          {
            stack: [inFonts(`Signs in at first start: ${record.whoSignsIn}`)],
            margin: [0, 6, 0, 0],
          } satisfies Content,
        ]
      : []),
    ...(released
      ? [
          {
            text: `Carrier ${released.carrier}: unlocked through ${released.supplier}${released.code ? `, code ${released.code}` : ''}.`,
            margin: [0, 6, 0, 0],
          } satisfies Content,
        ]
      : []),
    { text: 'What was done', bold: true, fontSize: 14, margin: [0, 16, 0, 4] },
    ...whatWasDone(facts).map((text): Content => ({ text, margin: [0, 0, 0, 4] })),
    ...(record.note ? [{ stack: [inFonts(record.note)], margin: [0, 6, 0, 0] } satisfies Content] : []),
    { text: 'For next time', bold: true, fontSize: 14, margin: [0, 16, 0, 4] },
    { ul: [...ADVICE] },
  ])
}
