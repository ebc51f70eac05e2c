import { type DeviceKind, type Family, type Model, type Pack, type StartState } from '@benevox/core/catalog'
import { criticalSlack, slackOf } from '@benevox/core/hand'
import { chartDrawing, deviceDrawing, drawingSvg } from '@benevox/core/drawing'
import {
  criticalSentence,
  familySheets,
  inParts,
  menuLineText,
  phrases,
  roomSentence,
  wipeFromRecovery,
  type ProcedureSheet,
} from '@benevox/core/procedure'
import { runnableFamily, USUAL_SITUATION, type Machine } from '@benevox/core/twin'
import type { Content } from 'pdfmake/interfaces'
import { HOUSE, inFonts, pdfOf } from '../paper/pdf.ts'

/** What stands on the card in words of its own. English; one place, ready for other languages. */
const WORDS = {
  notProven: 'NOT PROVEN on the twin. Do not rely on it.',
  menu: 'In recovery, from the line the cursor opens on to the last question',
  lastPresses: 'The last presses are not on paper: the bench shows them once every gate is open.',
  account: {
    asks: 'A reset from recovery brings up the account question.',
    asksNot: 'A reset from recovery brings up no account question.',
  },
  cautions: [
    'Swollen, hot, wet or smelling: do not press, do not charge, set it aside by the shop’s rules.',
    'Nothing is reset before whose it is, what will be lost and the account question are settled.',
  ],
} as const
const MOST_MODELS = 60
/** The chart beside the words: its width on paper, and in its own units. */
const CHART_WIDTH = 250
const CHART_UNITS = 460
const INK_SOFT = '#555555'

/** A family's card to lie at the bench: keys, cautions, each way with its chart and words. Never the last presses. */
export async function familyCard(
  { pack, id }: { readonly pack: Pack; readonly id: number },
  family: Family,
): Promise<Buffer> {
  const { machine } = runnableFamily(pack, family)
  const words = phrases('en', machine.names)
  const sheets = familySheets(machine, family, 'en')
  const models = pack.models.filter((model) => model.family === family.id)
  const starts = Object.keys(words.start) as StartState[]
  return pdfOf(`Card ${family.name}`, [
    inFonts(`${words.kind[family.kind]} · catalogue version ${id} · ${words.source[family.source]}`),
    { stack: [inFonts(family.name)], fontSize: 20, bold: true, margin: [0, 2, 0, 10] },
    {
      columns: [
        { stack: pictures(family, models), width: 190 },
        {
          width: '*',
          stack: [
            heading('Mind'),
            { ul: [...family.cautions, ...WORDS.cautions].map(inFonts) },
            heading('Takes'),
            { ul: durations(family) },
            heading('Account'),
            family.accountLock.asksAfterRecoveryReset ? WORDS.account.asks : WORDS.account.asksNot,
          ],
        },
      ],
      columnGap: 18,
    },
    ...starts.flatMap((start) => {
      const ones = sheets.filter(({ procedure }) => procedure.from === start)
      return ones.map((sheet, index): Content => ({
        // A heading never stands alone at the foot of a page.
        unbreakable: true,
        stack: [...(index === 0 ? [heading(words.start[start])] : []), wayOf(machine, sheet, family)],
      }))
    }),
    ...toTheQuestion(machine, family),
    { unbreakable: true, stack: [heading('Models'), inFonts(namesOf(models))] },
  ])
}

function namesOf(models: readonly Model[]): string {
  const named = models
    .slice(0, MOST_MODELS)
    .map(({ maker, name, modelText }) => `${maker} ${name} (${modelText})`)
  const more = models.length > MOST_MODELS ? [`and ${models.length - MOST_MODELS} more`] : []
  return [...named, ...more].join(', ') || 'none yet'
}

function heading(text: string): Content {
  return { text, bold: true, fontSize: 13, margin: [0, 10, 0, 3] }
}

/** The device as it lies in hand; what is held in two ways, in both. */
function pictures(family: Family, models: readonly Model[]): Content[] {
  const kinds = new Set<DeviceKind>([family.kind, ...models.map(({ kind }) => kind)])
  return [...kinds].flatMap((kind) =>
    (kind === 'tablet' ? [false, true] : [false]).map((turned): Content => ({
      svg: drawingSvg(deviceDrawing(family, kind, 'en', [], turned), `Keys of the ${kind}`, HOUSE),
      width: 180,
      margin: [0, 0, 0, 6],
    })),
  )
}

function durations({ durations: all, durationsOfTheWork }: Family): Content[] {
  const line = (what: string, name: string): Content[] => {
    const range = all[name]
    return range
      ? [`${what}: ${minutes(range.medianMs)}, ${minutes(range.minMs)} to ${minutes(range.maxMs)}`]
      : []
  }
  return [...line('Wipe', durationsOfTheWork.wipe), ...line('First start', durationsOfTheWork.firstStart)]
}

function minutes(ms: number): string {
  return ms < 100_000 ? `${Math.round(ms / 1000)} s` : `${Math.round(ms / 60_000)} min`
}

function wayOf(
  machine: Machine,
  { procedure, chart, lines, notProven }: ProcedureSheet,
  family: Family,
): Content {
  const words = phrases('en')
  const critical = notProven ? undefined : criticalSlack(slackOf(machine, procedure, USUAL_SITUATION))
  const sentence = critical && chart && criticalSentence(procedure, critical.step, chart, 'en')
  return {
    margin: [0, 0, 0, 8],
    stack: [
      { stack: [inFonts(procedure.school)], bold: true },
      { text: words.source[procedure.source ?? family.source], color: INK_SOFT, fontSize: 9 },
      ...(notProven ? [{ text: WORDS.notProven, bold: true } satisfies Content] : []),
      ...(sentence
        ? [
            {
              text: `${sentence} ${roomSentence(procedure, critical, chart, 'en')}`,
              margin: [0, 2, 0, 2],
            } satisfies Content,
          ]
        : []),
      {
        columnGap: 14,
        columns: [
          chart
            ? {
                svg: drawingSvg(chartDrawing(chart, 'en', CHART_UNITS), procedure.school, HOUSE),
                width: CHART_WIDTH,
              }
            : { text: '', width: CHART_WIDTH },
          { ol: lines.map(inFonts), fontSize: 9.5, width: '*' },
        ],
      },
    ],
  }
}

function toTheQuestion(machine: Machine, family: Family): Content[] {
  const found = wipeFromRecovery(machine, family)
  if (!found) return []
  const line = menuLineText(inParts(found.way.beforeLastQuestion), 'en', machine.names)
  return [
    {
      unbreakable: true,
      stack: [
        heading(WORDS.menu),
        { stack: [inFonts(line)], fontSize: 18, bold: true },
        { text: WORDS.lastPresses, color: INK_SOFT },
      ],
    },
  ]
}
