import type { Job } from '@benevox/contract'
import type { ConditionMark, LeftWithIt, WhatWasTold } from '@benevox/core/job'
import type { Known } from '../jobs/life.ts'
import { conditionSvg } from '../paper/marks.ts'
import { dayIn, headRows, row, type PaperOf } from '../paper/head.ts'
import { pdfOf } from '../paper/pdf.ts'

/** English; one place, ready for other languages. */
const LEFT: Readonly<Record<LeftWithIt, string>> = {
  charger: 'charger',
  cable: 'cable',
  case: 'case',
  sim: 'SIM',
  'sim-tray': 'SIM tray',
  'memory-card': 'memory card',
  pen: 'pen',
  strap: 'strap',
  box: 'box',
}
const MARK: Readonly<Record<ConditionMark['kind'], string>> = {
  scratch: 'S scratch',
  crack: 'C crack',
  dent: 'D dent',
  missing: 'M missing part',
}

/**
 * What the customer gets for the device that stays here: what was left, what it looked like, what was said of the
 * price.
 * @param told undefined where nothing was said of price and time
 */
export async function intakeReceipt(
  { shop, zone }: PaperOf,
  job: Job,
  { model, family }: Pick<Known, 'model' | 'family'>,
  told: WhatWasTold | undefined,
): Promise<Buffer> {
  const { intake, facts } = job
  return pdfOf(`Receipt ${job.ticket}`, [
    { text: shop, fontSize: 12 },
    { text: `Taken in ${job.ticket}`, fontSize: 24, bold: true, margin: [0, 4, 0, 14] },
    {
      layout: 'lightHorizontalLines',
      table: {
        widths: [130, '*'],
        body: [
          ...headRows(job.customer, facts, model),
          row('Taken in', `${dayIn(zone, job.openedAt)} by ${job.openedBy}`),
          row('Left with it', intake?.left.map((one) => LEFT[one]).join(', ') || 'nothing else'),
          ...(told ? [row('Price', priceText(told)), row('Ready', readyText(told, zone))] : []),
          ...(intake?.note ? [row('Noted', intake.note)] : []),
        ],
      },
    },
    { text: 'What it looked like', bold: true, fontSize: 14, margin: [0, 16, 0, 6] },
    { svg: conditionSvg(family?.kind ?? 'phone', intake?.marks ?? []), width: 210 },
    {
      text: (intake?.marks.length ?? 0) > 0 ? Object.values(MARK).join(', ') : 'No marks were noted.',
      fontSize: 9,
      margin: [0, 4, 0, 0],
    },
    {
      text: 'Front on the left, back on the right, each as one looks at it. Bring this paper when you fetch the device.',
      fontSize: 9,
      margin: [0, 10, 0, 0],
    },
  ])
}

function priceText({ leastMinor, mostMinor, taxInMostMinor, depositMinor, currency }: WhatWasTold): string {
  const money = (minor: number) =>
    new Intl.NumberFormat('en', { style: 'currency', currency }).format(minor / 100)
  const price = leastMinor === mostMinor ? money(mostMinor) : `${money(leastMinor)} to ${money(mostMinor)}`
  return `${price}, of it tax at most ${money(taxInMostMinor)}; deposit ${money(depositMinor)}`
}

/** @param zone of the shop, whose clock the customer comes by */
function readyText({ promised, calendarMinutes: { p50, p90 } }: WhatWasTold, zone: string): string {
  if (promised) {
    const clock = new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      weekday: 'long',
      day: 'numeric',
      month: 'long',
      year: 'numeric',
      hour: '2-digit',
      minute: '2-digit',
    })
    const [half, nineInTen] = [promised.half, promised.nineInTen].map((at) => clock.format(new Date(at)))
    const usually = half === nineInTen ? '' : `, in half of them by ${half}`
    return `by ${nineInTen} in nine of ten cases${usually}`
  }
  return `usually within ${timeText(p50)}, nine in ten within ${timeText(p90)}`
}

/** A calendar time as one says it to a customer, rounded up. */
function timeText(minutes: number): string {
  if (minutes < 120) return `${Math.max(1, Math.ceil(minutes / 5)) * 5} minutes`
  if (minutes < 2880) return `${Math.ceil(minutes / 60)} hours`
  return `${Math.ceil(minutes / 1440)} days`
}
