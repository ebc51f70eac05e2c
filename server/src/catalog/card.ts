import { startState, type DeviceKind, type Family, type Model, type Pack } from '@benevox/core/catalog'
import { criticalSlack, slackOf } from '@benevox/core/hand'
import { chartDrawing, deviceDrawing, drawingSvg, screenFormOf } from '@benevox/core/drawing'
import { familySheets, inParts, wipeFromRecovery, type MethodSheet } from '@benevox/core/method'
import { criticalText, drawnNames, menuLineText, roomText, sheetTexts, type Words } from '@benevox/words'
import { runnableFamily, USUAL_SITUATION, type Machine } from '@benevox/core/twin'
import type { Content } from 'pdfmake/interfaces'
import { HOUSE, inFonts, pdfOf } from '../paper/pdf.ts'

const MOST_MODELS = 60
/** The chart beside the words: its width on paper, and in its own units. */
const CHART_WIDTH = 250
const CHART_UNITS = 460
const INK_SOFT = '#555555'

/** A family's card to lie at the bench: keys, cautions, each way with its chart and words. Never the last presses. */
export async function familyCard(
  { pack, id }: { readonly pack: Pack; readonly id: number },
  family: Family,
  words: Words,
): Promise<Buffer> {
  const { say } = words
  const { machine } = runnableFamily(pack, family)
  const sheets = familySheets(machine, family)
  const models = pack.models.filter((model) => model.family === family.id)
  return pdfOf(say('card.title', { family: family.name }), [
    inFonts(
      `${say(`kind.${family.kind}`)} · ${say('card.version', { number: id })} · ${say(`source.${family.source}`)}`,
    ),
    { stack: [inFonts(family.name)], fontSize: 20, bold: true, margin: [0, 2, 0, 10] },
    {
      columns: [
        { stack: pictures(family, models, words), width: 190 },
        {
          width: '*',
          stack: [
            heading(say('card.mind')),
            { ul: [...family.cautions, say('card.swollen'), say('card.beforeReset')].map(inFonts) },
            heading(say('card.takes')),
            { ul: durations(family, words) },
            heading(say('station.account-lock')),
            say(family.accountLock.asksAfterRecoveryReset ? 'card.asks' : 'card.asksNot'),
          ],
        },
      ],
      columnGap: 18,
    },
    ...startState.options.flatMap((start) => {
      const ones = sheets.filter(({ method }) => method.from === start)
      return ones.map((sheet, index): Content => ({
        // A heading never stands alone at the foot of a page.
        unbreakable: true,
        stack: [
          ...(index === 0 ? [heading(say(`start.${start}`))] : []),
          wayOf(machine, sheet, family, words),
        ],
      }))
    }),
    ...toTheQuestion(machine, family, words),
    { unbreakable: true, stack: [heading(say('card.models')), inFonts(namesOf(models, words))] },
  ])
}

function namesOf(models: readonly Model[], { say, list }: Words): string {
  const named = models
    .slice(0, MOST_MODELS)
    .map(({ maker, name, modelText }) => `${maker} ${name} (${modelText})`)
  const more = models.length > MOST_MODELS ? [say('card.more', { count: models.length - MOST_MODELS })] : []
  return list([...named, ...more]) || say('card.noModels')
}

function heading(text: string): Content {
  return { text, bold: true, fontSize: 13, margin: [0, 10, 0, 3] }
}

/** The device as it lies in hand; what is held in two ways, in both. */
function pictures(family: Family, models: readonly Model[], words: Words): Content[] {
  const kinds = new Set<DeviceKind>([family.kind, ...models.map(({ kind }) => kind)])
  return [...kinds].flatMap((kind) =>
    (kind === 'tablet' ? [false, true] : [false]).map((turned): Content => ({
      svg: drawingSvg(
        deviceDrawing(family, kind, drawnNames(words), { isTurned: turned }),
        words.say(`kind.${kind}`),
        HOUSE,
      ),
      width: 180,
      margin: [0, 0, 0, 6],
    })),
  )
}

function durations({ durations: all, durationsOfTheWork }: Family, { say, length }: Words): Content[] {
  const line = (what: string, name: string): Content[] => {
    const range = all[name]
    return range
      ? [
          say('card.duration', {
            what,
            usual: length(range.medianMs),
            least: length(range.minMs),
            most: length(range.maxMs),
          }),
        ]
      : []
  }
  return [
    ...line(say('card.wipe'), durationsOfTheWork.wipe),
    ...line(say('card.firstStart'), durationsOfTheWork.firstStart),
  ]
}

function wayOf(machine: Machine, sheet: MethodSheet, family: Family, words: Words): Content {
  const { method, chart, notVerified } = sheet
  const critical = notVerified ? undefined : criticalSlack(slackOf(machine, method, USUAL_SITUATION))
  const sentence = critical && chart && criticalText(method, critical.step, chart, words)
  return {
    margin: [0, 0, 0, 8],
    stack: [
      { stack: [inFonts(method.name)], bold: true },
      { text: words.say(`source.${method.source ?? family.source}`), color: INK_SOFT, fontSize: 9 },
      ...(notVerified ? [{ text: words.say('card.notVerified'), bold: true } satisfies Content] : []),
      ...(sentence
        ? [
            {
              text: `${sentence} ${roomText(method, critical, chart, words)}`,
              margin: [0, 2, 0, 2],
            } satisfies Content,
          ]
        : []),
      {
        columnGap: 14,
        columns: [
          chart
            ? {
                svg: drawingSvg(
                  chartDrawing(chart, drawnNames(words, chart.names), {
                    width: CHART_UNITS,
                    form: screenFormOf(family.kind, family),
                  }),
                  method.name,
                  HOUSE,
                ),
                width: CHART_WIDTH,
              }
            : { text: '', width: CHART_WIDTH },
          { ol: sheetTexts(sheet, words).map(inFonts), fontSize: 9.5, width: '*' },
        ],
      },
    ],
  }
}

function toTheQuestion(machine: Machine, family: Family, words: Words): Content[] {
  const found = wipeFromRecovery(machine, family)
  if (!found) return []
  const line = menuLineText(inParts(found.way.beforeLastQuestion), words, machine.names)
  return [
    {
      unbreakable: true,
      stack: [
        heading(words.say('card.menu')),
        { stack: [inFonts(line)], fontSize: 18, bold: true },
        { text: words.say('card.wipeKeys'), color: INK_SOFT },
      ],
    },
  ]
}
