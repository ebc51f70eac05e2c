import { createHash } from 'node:crypto'
import type { Body, ConsentRecord, Job } from '@benevox/contract'
import { consentText, plainConsent } from '@benevox/core/consent'
import type { DataSource } from 'typeorm'
import sharp from 'sharp'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { refuseSecrets } from '../http/secrets.ts'
import type { JobChanger } from '../jobs/change.ts'
import type { JobRow } from '../jobs/entity.ts'
import type { JobReader } from '../jobs/read.ts'
import { staffEntity } from '../session/entity.ts'
import { ownerOfCode } from '../session/routes.ts'
import { consentEntity } from './entity.ts'

type Said = Extract<Body<'recordConsent'>['said'], { kind: 'signed' }>

/** The customer's agreement, and what a lead answers for. */
export function consentHandlers(database: DataSource, reader: JobReader, changer: JobChanger): Handlers {
  return {
    recordConsent: ({ params, body, staffId }) =>
      changer.change(params.id, body.version, staffId, async (row, now, job, manager) => {
        if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        if (row.bench.wipeStartedAt)
          throw new ProblemError('not-possible-now', 'The wipe has begun: what was agreed to stands.')
        const { name: by = '' } = (await manager.findOneBy(staffEntity, { id: staffId })) ?? {}
        const at = now.toISOString()
        const { said } = body
        const record: ConsentRecord =
          said.kind === 'refused' ? { kind: 'refused', at, by } : await signed(said, job, row, at, by)
        const picture = said.kind === 'signed' && said.signature ? await pictureOf(said.signature) : null
        row.consent = record
        await manager.insert(consentEntity, { jobId: row.id, staffId, at: now, record, signature: picture })
        return {
          kind: `consent-${record.kind}`,
          detail:
            record.kind === 'signed'
              ? { language: record.language, how: record.how, digest: record.digest }
              : {},
        }
      }),

    async openGate({ params, body, staffId }) {
      refuseSecrets({ reason: body.reason })
      const lead = await ownerOfCode(database.getRepository(staffEntity), body.code)
      if (!lead.isLead)
        throw new ProblemError('not-a-lead', `${lead.name} is no lead: only a lead opens this.`)
      return changer.change(params.id, body.version, staffId, (row, now) => {
        if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        const { gate, reason } = body
        row.openedGates = [
          ...row.openedGates.filter((one) => one.gate !== gate),
          { gate, reason, by: lead.name, at: now.toISOString() },
        ]
        return { kind: 'gate-opened', detail: { gate, reason, by: lead.name } }
      })
    },
  }

  /** @throws ProblemError `not-possible-now` where the text is not the one the route makes now */
  async function signed(said: Said, job: Job, row: JobRow, at: string, by: string): Promise<ConsentRecord> {
    const { terms } = (await reader.route(row, job)).consent
    const device = await reader.device(row)
    const text = plainConsent(consentText(terms, { ticket: row.ticket, device }, said.language))
    if (text !== said.text)
      throw new ProblemError(
        'not-possible-now',
        'The route has changed while the customer was reading: this text no longer fits. Show them the new one.',
      )
    if (said.how === 'signature' && !said.signature)
      throw new ProblemError('bad-request', 'body.said.signature: the signature is missing.')
    if (said.how === 'telephone' && (terms.storage !== 'kept' || row.facts.deviceHere !== 'no'))
      throw new ProblemError(
        'not-possible-now',
        'What may delete something is signed, not said on the telephone.',
      )
    return {
      kind: 'signed',
      language: said.language,
      text,
      digest: createHash('sha256').update(text, 'utf8').digest('hex'),
      terms,
      how: said.how,
      at,
      by,
    }
  }
}

/** The signature as a picture made anew: nothing else that was in the bytes is kept. */
async function pictureOf(base64: string): Promise<Buffer> {
  try {
    return await sharp(Buffer.from(base64, 'base64'), { limitInputPixels: 8_000_000 })
      .resize({ width: 1200, height: 600, fit: 'inside', withoutEnlargement: true })
      .png({ palette: true })
      .toBuffer()
  } catch {
    throw new ProblemError('wrong-file', 'The signature is no picture that can be read.')
  }
}
