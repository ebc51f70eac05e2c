import { namesIn } from '@benevox/core/catalog'
import type { JobEvent } from '@benevox/contract'
import { storyLine, type CatalogueNames, type Words } from '@benevox/words'
import { apart, keptUntil, type JobState, type Taken } from '@benevox/core/job'
import type { PersonalKind } from '@benevox/core/price'
import type { Content } from 'pdfmake/interfaces'
import { headRows, heading, paperTop, rowsTable, row, type PaperOf } from '../paper/head.ts'
import { inFonts, pdfOf } from '../paper/pdf.ts'
import type { MailRow } from '../mail/entity.ts'
import type { Known } from './life.ts'

/** How the lines of a story name what stands in a catalogue. */
export interface Story {
  readonly events: readonly JobEvent[]
  /** Of the job's own version of the catalogue. */
  readonly modelName: (id: string) => string
}

/** Everything that happened on a job, line by line. */
function storyTable({ events, modelName }: Story, { family }: Known, words: Words): Content {
  const names: CatalogueNames = {
    model: modelName,
    own: family ? namesIn(family) : {},
    method: (id) => family?.methods.find((one) => one.id === id)?.name,
  }
  const line = (event: JobEvent): Content[] =>
    [words.instant(event.at), event.by, storyLine(event, names, words)].map((text) => inFonts(text))
  return { layout: 'lightHorizontalLines', table: { widths: [110, 60, '*'], body: events.map(line) } }
}

/** What a paper about a whole job begins with. */
function aboutWhole(
  words: Words,
  { customer, answers, openedAt, openedBy, handBack, gone }: JobState,
  { model }: Known,
): Content {
  const { say } = words
  return rowsTable([
    ...headRows(words, customer, answers, model, gone),
    row(say('story.opened'), say('story.openedBy', { at: words.day(openedAt), person: openedBy })),
    ...(handBack ? [row(say('story.closed'), words.day(handBack.at))] : []),
  ])
}

/** Everything that happened on a job, as a PDF. */
export async function storyPaper(
  { shop, words }: PaperOf,
  job: JobState,
  known: Known,
  story: Story,
): Promise<Buffer> {
  const { say } = words
  const title = say('story.title', { ticket: job.ticket })
  return pdfOf(title, [
    ...paperTop(shop, title),
    aboutWhole(words, job, known),
    heading(say('jobPage.history'), 18, 6),
    storyTable(story, known, words),
  ])
}

/** A mail as it is printed. */
export type PrintedMail = Pick<MailRow, 'at' | 'sender' | 'subject' | 'body'>

/**
 * What is kept of a customer, as a PDF for them: what points to them, by kind and until when, their mails, and everything
 * that happened on their job.
 */
export async function copyPaper(
  { shop, words }: PaperOf,
  job: JobState,
  known: Known,
  story: Story,
  mails: readonly PrintedMail[],
): Promise<Buffer> {
  const { say } = words
  const title = say('copy.title', { ticket: job.ticket })
  const until = new Map(keptUntil(job, known.prices).map((one) => [one.kind, one.until]))
  const kept = Object.entries(apart({ kind: 'carried-over', job }).personal) as [PersonalKind, Taken[]][]
  const keptTable = () =>
    rowsTable(
      kept.map(([kind, taken]) => {
        const at = until.get(kind)
        const name = say(`personalKind.${kind}`)
        return row(
          at ? say('copy.until', { kind: name, date: words.day(at) }) : name,
          [...new Set(taken.flatMap(([, value]) => value).map(String))].join('\n'),
        )
      }),
    )
  return pdfOf(title, [
    ...paperTop(shop, title),
    aboutWhole(words, job, known),
    ...(kept.length > 0 ? [heading(say('copy.kept'), 18, 6), keptTable()] : []),
    ...(mails.length > 0 ? [heading(say('personalKind.mail'), 18, 6)] : []),
    ...mails.map(({ at, sender, subject, body }): Content => ({
      stack: [inFonts([words.instant(at.toISOString()), sender, subject, '', body].join('\n'))],
      margin: [0, 0, 0, 12],
    })),
    heading(say('jobPage.history'), 18, 6),
    storyTable(story, known, words),
  ])
}
