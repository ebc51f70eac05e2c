import { api, job as jobSchema, problem, type Answer, type Job } from '@benevox/contract'
import type { z } from 'zod'
import { ApiProblem, csrfHeader, ServerAway } from './client.ts'
import { say } from '../words/index.ts'

/** A file as it is, unread by the page: the server reads it beside its other work. */
interface Sent<T> {
  readonly path: string
  readonly file: File
  readonly contentType: string
  readonly answer: z.ZodType<T>
  /** Said where the server does not answer. */
  readonly away: string
}

async function send<T>({ path, file, contentType, answer, away }: Sent<T>): Promise<T> {
  const response = await fetch(path, {
    method: 'POST',
    headers: { 'content-type': contentType, ...csrfHeader() },
    body: file,
    signal: AbortSignal.timeout(60_000),
  }).catch(() => {
    throw new ServerAway(away)
  })
  const said: unknown = await response.json().catch(() => undefined)
  const read = answer.safeParse(said)
  if (response.ok && read.success) return read.data
  const refused = problem.safeParse(said)
  if (refused.success) throw new ApiProblem(refused.data)
  throw new ServerAway(say('away.unreadable'))
}

/**
 * Sends a picture or document to be kept of whose it is.
 * @throws ApiProblem when it is refused, ServerAway when nothing is known of it
 */
export const sendOwnershipDocument = (jobId: number, file: File): Promise<Job> =>
  send({
    path: `/api/jobs/${jobId}/ownership-documents?name=${encodeURIComponent(file.name)}`,
    file,
    contentType: 'application/octet-stream',
    answer: jobSchema,
    away: say('away.fileNotKept'),
  })

/**
 * Sends another shop's attempts to be taken in.
 * @throws ApiProblem when the file is none of attempts, ServerAway when nothing is known of it
 */
export const sendAttempts = (file: File): Promise<Answer<'mergeResults'>> =>
  send({
    path: api.mergeResults.path,
    file,
    contentType: 'application/json',
    answer: api.mergeResults.answer,
    away: say('away.importUnknown'),
  })
