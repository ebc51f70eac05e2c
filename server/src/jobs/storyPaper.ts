import { namesIn } from '@benevox/core/catalog'
import type { JobEvent } from '@benevox/contract'
import { storyLine, type CatalogueNames } from '@benevox/words'
import type { JobState } from '@benevox/core/job'
import type { Content } from 'pdfmake/interfaces'
import { headRows, heading, paperTop, rowsTable, row, type PaperOf } from '../paper/head.ts'
import { inFonts, pdfOf } from '../paper/pdf.ts'
import type { Known } from './life.ts'

/**
 * Everything that happened on a job, line by line, as a PDF.
 * @param modelName of the job's own version of the catalogue
 */
export async function storyPaper(
  { shop, words }: PaperOf,
  { ticket, customer, answers, openedAt, openedBy, handBack }: JobState,
  { model, family }: Known,
  events: readonly JobEvent[],
  modelName: (id: string) => string,
): Promise<Buffer> {
  const { say } = words
  const title = say('story.title', { ticket })
  const names: CatalogueNames = {
    model: modelName,
    own: family ? namesIn(family) : {},
    method: (id) => family?.methods.find((one) => one.id === id)?.name,
  }
  const line = (event: JobEvent): Content[] =>
    [words.instant(event.at), event.by, storyLine(event, names, words)].map((text) => inFonts(text))
  return pdfOf(title, [
    ...paperTop(shop, title),
    rowsTable([
      ...headRows(words, customer, answers, model),
      row(say('story.opened'), say('story.openedBy', { at: words.day(openedAt), person: openedBy })),
      ...(handBack ? [row(say('story.closed'), words.day(handBack.at))] : []),
    ]),
    heading(say('jobPage.history'), 18, 6),
    {
      layout: 'lightHorizontalLines',
      table: { widths: [110, 60, '*'], body: events.map(line) },
    },
  ])
}
