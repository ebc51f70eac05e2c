import { createHash } from 'node:crypto'
import { routeOf, type Command, type JobState } from '@benevox/core/job'
import { agreementText, plainAgreement, wordsIn, type Language } from '@benevox/words'
import sharp from 'sharp'
import { sealedFor } from '../forgetting/keys.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { Beside, JobLife } from '../jobs/life.ts'
import type { Codes } from '../session/codes.ts'
import { agreementEntity } from './entity.ts'

/** The customer's agreement, and what a supervisor answers for. */
export function agreementHandlers(codes: Codes, life: JobLife): Handlers {
  return {
    async recordAgreement({ params, body, staffId }) {
      const { said, version } = body
      const signature = said.kind === 'signed' && said.signature ? await pictureOf(said.signature) : null
      return life.run(
        params.id,
        { staffId, version },
        (job) => commandOf(said, signature !== null, job, life),
        keptWith(staffId, signature),
      )
    },

    async openGate({ params, body, staffId, request }) {
      const { gate, reason, version, code } = body
      const supervisor = await codes.supervisorOf(code, staffId, request)
      return life.run(
        params.id,
        { staffId, version },
        {
          kind: 'waive-check',
          check: gate,
          reason,
          supervisor,
        },
      )
    },
  }
}

/** The signature's picture is kept beside the record, append-only. */
export const keptWith =
  (staffId: number, signature: Buffer | null): Beside =>
  async (manager, { id, agreement }, at) => {
    if (!agreement) return
    const sealed = signature && (await sealedFor(manager, id, 'signature', signature))
    await manager.insert(agreementEntity, { jobId: id, staffId, at, signature: sealed })
  }

/** What somebody said as a command, its text compared with what the words make of the terms as they are. */
export function commandOf(
  said:
    | { readonly kind: 'refused'; readonly where?: 'status-page' }
    | {
        readonly kind: 'signed'
        readonly language: Language
        readonly text: string
        readonly how: Extract<Command, { kind: 'sign-agreement' }>['how']
      },
  hasSignature: boolean,
  job: JobState,
  life: JobLife,
): Command {
  if (said.kind === 'refused') return { kind: 'refuse-agreement', where: said.where }
  const { language, text, how } = said
  const digest = createHash('sha256').update(text, 'utf8').digest('hex')
  const known = life.known(job)
  const { terms } = routeOf(job, known).agreement
  const subject = { ticket: job.ticket, device: known.model?.name ?? '' }
  const made = plainAgreement(agreementText(terms, subject, wordsIn(language, known.prices.opening)))
  return {
    kind: 'sign-agreement',
    language,
    text,
    terms: made === text ? terms : undefined,
    how,
    digest,
    hasSignature,
    promised: life.promised(job),
  }
}

/** The signature as a picture made anew: nothing else that was in the bytes is kept. */
export async function pictureOf(base64: string): Promise<Buffer> {
  try {
    return await sharp(Buffer.from(base64, 'base64'), { limitInputPixels: 8_000_000 })
      .resize({ width: 1200, height: 600, fit: 'inside', withoutEnlargement: true })
      .png({ palette: true })
      .toBuffer()
  } catch {
    throw new ProblemError('wrong-file', { code: 'signature-unreadable' })
  }
}
