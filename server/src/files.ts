import { randomUUID } from 'node:crypto'
import {
  activationLetter,
  consentText,
  customerLanguage,
  plainConsent,
  sellerLetter,
  type CustomerLanguage,
} from '@benevox/core/consent'
import { handBackFacts, routeOf, whatWasToldOn } from '@benevox/core/job'
import { raw, type Express, type Request, type Response } from 'express'
import type { DataSource } from 'typeorm'
import { familyCard } from './catalog/card.ts'
import type { Catalog } from './catalog/service.ts'
import type { Config } from './config.ts'
import { consentEntity } from './consent/entity.ts'
import { consentForm, consentPaper, letterPaper } from './consent/paper.ts'
import type { Evidence } from './evidence/service.ts'
import { handBackPaper } from './hand-back/paper.ts'
import { isAnswered, ProblemError } from './http/problem.ts'
import { evidenceEntity } from './intake/entity.ts'
import { cleanEvidence, LARGEST_EVIDENCE } from './intake/evidence.ts'
import { intakeReceipt } from './intake/receipt.ts'
import { tagPdf, tagPng } from './intake/tag.ts'
import type { JobLife } from './jobs/life.ts'
import { mailEntity } from './registry/mailbox.ts'

/** What leaves the application as a file: papers as PDF, the catalogue as JSON. */
export function mountFiles(
  app: Express,
  {
    config,
    database,
    catalog,
    life,
    evidence,
  }: {
    config: Config
    database: DataSource
    catalog: Catalog
    life: JobLife
    evidence: Evidence
  },
): void {
  /** The row and the job of a request's path, for somebody who is signed in. */
  const asked = async (request: Request) => {
    signedIn(request)
    const state = await life.read(numberIn(String(request.params.id), 'a job’s number'))
    const known = await life.ready(state)
    return { state, known, job: await life.viewed(state), device: known.model?.name ?? '' }
  }
  const pdf = (response: Response, name: string, bytes: Buffer) =>
    send(response, 'application/pdf', `inline; filename="${name}.pdf"`, bytes)

  app.get('/api/jobs/:id/tag.png', async (request, response) => {
    const { ticket } = (await asked(request)).state
    send(response, 'image/png', `inline; filename="tag-${ticket}.png"`, await tagPng(ticket))
  })
  app.get('/api/jobs/:id/tag.pdf', async (request, response) => {
    const { job, device } = await asked(request)
    pdf(response, `tag-${job.ticket}`, await tagPdf(job, device))
  })
  app.get('/api/jobs/:id/receipt.pdf', async (request, response) => {
    const { state, job, known } = await asked(request)
    const told = whatWasToldOn(state, known)
    pdf(response, `receipt-${job.ticket}`, await intakeReceipt(config.shop, job, known, told))
  })
  app.get('/api/jobs/:id/consent.pdf', async (request, response) => {
    const { state, known, device } = await asked(request)
    const { ticket, agreement } = state
    const language = languageIn(request)
    if (language) {
      const { terms } = routeOf(state, known).consent
      const text = plainConsent(consentText(terms, { ticket, device }, language))
      return pdf(response, `agreement-${ticket}`, await consentForm(config.shop, ticket, text))
    }
    if (agreement?.kind !== 'signed')
      throw new ProblemError('not-possible-now', 'Nothing has been signed on this job yet.')
    const last = await database.manager.findOne(consentEntity, {
      where: { jobId: state.id },
      order: { id: 'DESC' },
    })
    const signature = last?.signature ?? null
    pdf(response, `agreement-${ticket}`, await consentPaper(config.shop, ticket, agreement, signature))
  })
  app.get('/api/jobs/:id/letter-to-seller.pdf', async (request, response) => {
    const { device } = await asked(request)
    const letter = sellerLetter(languageIn(request) ?? 'en', device || 'device')
    pdf(response, 'letter-to-seller', await letterPaper(config.shop, letter))
  })
  app.get('/api/jobs/:id/activation.pdf', async (request, response) => {
    const { device } = await asked(request)
    const letter = activationLetter(languageIn(request) ?? 'en', device || 'device')
    pdf(response, 'activation', await letterPaper(config.shop, letter))
  })

  const rawBody = raw({ type: () => true, limit: LARGEST_EVIDENCE + 1 })
  app.post(
    '/api/jobs/:id/evidence',
    (request, _response, next) => (signedIn(request), next()),
    rawBody,
    async (request, response) => {
      const id = numberIn(String(request.params.id), 'a job’s number')
      const bytes = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)
      const name = nameOf(request.query.name)
      const { type, content } = await cleanEvidence(bytes)
      const staffId = request.session.staffId ?? 0
      const size = content.length
      const file = { id: randomUUID(), name, type, bytes: size }
      const job = await life.run(id, { staffId }, { kind: 'keep-file', file }, async (manager, _, at) => {
        await manager.insert(evidenceEntity, {
          id: file.id,
          jobId: id,
          staffId,
          at,
          name,
          type,
          size,
          content,
        })
      })
      if (!isAnswered(response)) response.json(job)
    },
  )
  app.get('/api/jobs/:id/evidence/:evidenceId', async (request, response) => {
    const { state } = await asked(request)
    const file = await database.manager.findOne(evidenceEntity, {
      where: { id: String(request.params.evidenceId), jobId: state.id },
      select: { id: true, type: true, name: true, content: true },
    })
    if (!file) throw new ProblemError('not-found', 'This file is not on the job.')
    // Never run as a page of this application, whatever is in it.
    response.setHeader('Content-Security-Policy', "sandbox; default-src 'none'; style-src 'unsafe-inline'")
    response.setHeader('X-Content-Type-Options', 'nosniff')
    // A browser shows no document inside such a policy: it is handed out as a file.
    const how = file.type === 'application/pdf' ? 'attachment' : 'inline'
    send(response, file.type, `${how}; filename="evidence-${file.id.slice(0, 8)}"`, file.content)
  })
  app.get('/api/jobs/:id/mails/:mailId.eml', async (request, response) => {
    const { state } = await asked(request)
    const mailId = numberIn(String(request.params.mailId), 'a mail’s number')
    const mail = await database.manager.findOne(mailEntity, {
      where: { id: mailId, jobId: state.id },
      select: { id: true, eml: true },
    })
    if (!mail) throw new ProblemError('not-found', 'This mail is not on the job.')
    send(response, 'message/rfc822', `attachment; filename="mail-${mail.id}.eml"`, mail.eml)
  })

  app.get('/api/jobs/:id/hand-back.pdf', async (request, response) => {
    const { state, known } = await asked(request)
    const facts = handBackFacts(state)
    if (!facts) throw new ProblemError('not-possible-now', 'This job is not handed back yet.')
    pdf(response, `hand-back-${state.ticket}`, await handBackPaper(config.shop, state, facts, known.model))
  })

  app.get('/api/catalog/families/:familyId/card.pdf', async (request, response) => {
    signedIn(request)
    const inUse = await catalog.inUse()
    const family = inUse.pack.families.find(({ id }) => id === request.params.familyId)
    if (!family) throw new ProblemError('not-found', 'There is no such family in the catalogue.')
    send(
      response,
      'application/pdf',
      `inline; filename="card-${family.id}.pdf"`,
      await familyCard(inUse, family),
    )
  })

  app.get('/api/evidence.json', async (request, response) => {
    signedIn(request)
    const text = Buffer.from(JSON.stringify(await evidence.document(), null, 1))
    send(response, 'application/json', 'attachment; filename="evidence.json"', text)
  })

  app.get('/api/catalog/versions/:id/pack.json', async (request, response) => {
    signedIn(request)
    const { id, written } = await catalog.byId(numberIn(request.params.id, 'a version’s number'))
    const text = Buffer.from(JSON.stringify(written, null, 2))
    send(response, 'application/json', `attachment; filename="catalogue-${id}.json"`, text)
  })
}

function signedIn(request: Request): void {
  if (!request.session.staffId) throw new ProblemError('not-signed-in', 'Sign in first.')
}

/** A file's name as it is shown: no path, nothing that steers a terminal. */
function nameOf(given: unknown): string {
  const name = typeof given === 'string' ? given : ''
  return name.replace(/[\p{C}/\\]/gu, '').slice(0, 120) || 'file'
}

function languageIn(request: Request): CustomerLanguage | undefined {
  const { language } = request.query
  if (language === undefined) return undefined
  const read = customerLanguage.safeParse(language)
  if (!read.success) throw new ProblemError('bad-request', 'query.language: en, de, fr or es.')
  return read.data
}

function numberIn(text: string, what: string): number {
  if (!/^\d{1,9}$/.test(text)) throw new ProblemError('bad-request', `path.id: not ${what}.`)
  return Number(text)
}

function send(response: Response, type: string, disposition: string, bytes: Buffer): void {
  if (isAnswered(response)) return
  response.type(type).setHeader('Content-Disposition', disposition)
  response.send(bytes)
}
