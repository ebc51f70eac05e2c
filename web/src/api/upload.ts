import { job as jobSchema, problem, type Job } from '@benevox/contract'
import { ApiProblem, csrfHeader, ServerAway } from './client.ts'

/**
 * Sends a picture or document to be kept as evidence.
 * @throws ApiProblem when it is refused, ServerAway when nothing is known of it
 */
export async function sendEvidence(jobId: number, file: File): Promise<Job> {
  const response = await fetch(`/api/jobs/${jobId}/evidence?name=${encodeURIComponent(file.name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', ...csrfHeader() },
    body: file,
    signal: AbortSignal.timeout(60_000),
  }).catch(() => {
    throw new ServerAway('The server does not answer: the file is not kept. Send it again.')
  })
  const answer: unknown = await response.json().catch(() => undefined)
  const read = jobSchema.safeParse(answer)
  if (response.ok && read.success) return read.data
  const refused = problem.safeParse(answer)
  if (refused.success) throw new ApiProblem(refused.data)
  throw new ServerAway('The server’s answer cannot be read.')
}
