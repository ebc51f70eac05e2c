import { randomUUID } from 'node:crypto'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import {
  files,
  MAY_HAVE,
  type FileName,
  type FileParams,
  type FileQuery,
  type FileRoute,
} from '@benevox/contract'
import { mayBeTold, routeOf, whatWasToldOn, orderUnderWay, type JobState } from '@benevox/core/job'
import {
  activationLetter,
  agreementText,
  languageFor,
  letterToCustomer,
  letterToSeller,
  plainAgreement,
  wordsIn,
  type Language,
} from '@benevox/words'
import { raw, type Express, type Request, type RequestHandler, type Response } from 'express'
import { IsNull, Not, type DataSource } from 'typeorm'
import { calendarInUse } from './calendar/routes.ts'
import { calendarOf } from './calendar/feed.ts'
import { jobEntity } from './jobs/entity.ts'
import { familyCard } from './catalog/card.ts'
import type { Catalog } from './catalog/service.ts'
import type { OtherDevices } from './devices/otherDevices.ts'
import type { SecurityLog } from './shop/securityLog.ts'
import type { Shop } from './shop/service.ts'
import { aboutForSeller } from './account/toSeller.ts'
import { agreementEntity } from './agreement/entity.ts'
import { agreementForm, agreementPaper, letterPaper } from './agreement/paper.ts'
import type { Results } from './results/service.ts'
import { invoicePaper } from './hand-back/invoicePaper.ts'
import { invoicesOf } from './hand-back/invoices.ts'
import { aboutForCustomer, handBackDocument } from './hand-back/telling.ts'
import { mayOnly } from './http/may.ts'
import { checked } from './http/mount.ts'
import { isAnswered, ProblemError } from './http/problem.ts'
import { keysOf, sealedFor, unseal } from './forgetting/keys.ts'
import { documentOf, ownershipDocumentEntity } from './intake/entity.ts'
import { cleanDocument, LARGEST_DOCUMENT } from './intake/ownershipDocument.ts'
import { intakeReceipt } from './intake/receipt.ts'
import { qrSvg, tagPdf, tagPng } from './intake/tag.ts'
import type { JobLife } from './jobs/life.ts'
import type { JobLists } from './jobs/lists.ts'
import { jobLines } from './jobs/table.ts'
import { historyOf } from './jobs/history.ts'
import { modelById } from '@benevox/core/catalog'
import { looksLikeSecret } from '@benevox/core/secret'
import { problemOf } from './jobs/refusals.ts'
import { copyPaper, storyPaper, type Story } from './jobs/storyPaper.ts'
import { wholeJobOf, wholeShopText } from './jobs/wholeShop.ts'
import { laidOut } from './reading/readApart.ts'
import { aboutJob } from './paper/aboutJob.ts'
import type { PriceLists } from './prices/service.ts'
import { statusAddress } from './status/links.ts'
import { mailEntity } from './mail/entity.ts'

/** What leaves the application as a file: papers as PDF, the catalogue as JSON. */
export function mountFiles(
  app: Express,
  {
    shop,
    database,
    catalog,
    life,
    results,
    prices,
    lists,
    log,
    devices,
  }: {
    shop: Shop
    database: DataSource
    catalog: Catalog
    life: JobLife
    results: Results
    prices: PriceLists
    lists: JobLists
    log: SecurityLog
    devices: OtherDevices
  },
): void {
  /** The job of an address, and what it is looked at with. */
  const of = async (id: number, asked?: Language) => {
    const state = await life.read(id)
    const { settings } = await shop.settings()
    const about = await aboutJob(life, settings, state, asked)
    return { ...about, settings, state, job: await life.viewed(state), device: about.known.model?.name ?? '' }
  }
  const file = fileMounter(app)
  const pdf = (response: Response, name: string, bytes: Buffer) =>
    send(response, 'application/pdf', `inline; filename="${name}.pdf"`, bytes)

  file('devicesCode', async ({ response }) => {
    const begin = (await devices.state())?.begin
    if (!begin) throw new ProblemError('not-found', { code: 'nothing-here' })
    send(response, 'image/svg+xml', 'inline; filename="devices.svg"', Buffer.from(qrSvg(begin)))
  })
  file('tagPicture', async ({ params, response }) => {
    const { ticket } = await life.read(params.id)
    send(response, 'image/png', `inline; filename="tag-${ticket}.png"`, await tagPng(ticket))
  })
  file('tag', async ({ params, response }) => {
    const { job, device, paper } = await of(params.id)
    pdf(response, `tag-${job.ticket}`, await tagPdf(paper, job, device))
  })
  file('receipt', async ({ params, query, request, response }) => {
    const { settings, state, job, known, paper } = await of(params.id, query.language)
    const told = whatWasToldOn(state, known, life.promised(state))
    const page = await statusAddress(database, settings, state.id, request)
    pdf(response, `receipt-${job.ticket}`, await intakeReceipt(paper, job, known, told, page))
  })
  file('agreement', async ({ params, query, response }) => {
    const { state, known, device, paper } = await of(params.id, query.language)
    const { ticket, agreement } = state
    const { language } = query
    if (language) {
      const { terms } = routeOf(state, known).agreement
      const text = plainAgreement(agreementText(terms, { ticket, device }, paper.words))
      return pdf(response, `agreement-${ticket}`, await agreementForm(paper, ticket, text))
    }
    if (agreement?.kind !== 'signed') throw new ProblemError('not-possible-now', { code: 'nothing-signed' })
    const last = await database.manager.findOne(agreementEntity, {
      where: { jobId: state.id },
      order: { id: 'DESC' },
    })
    if (state.gone?.includes('signature')) throw new ProblemError('not-found', { code: 'forgotten' })
    const { signature: key } = await keysOf(database.manager, state.id)
    const signature = (last?.signature && unseal(key, last.signature)) ?? null
    // In the language in which it was signed, whichever the customer's papers are in today.
    const signed = { ...paper, words: wordsIn(languageFor(agreement.language), known.prices.opening) }
    pdf(response, `agreement-${ticket}`, await agreementPaper(signed, ticket, agreement, signature))
  })
  file('letterToSeller', async ({ params, query, response }) => {
    const { settings, state, device, paper } = await of(params.id, query.language)
    const letter = letterToSeller(paper.words, aboutForSeller(state, device, settings.name, paper.words))
    pdf(response, 'letter-to-seller', await letterPaper(paper.shop, letter))
  })
  file('jobsTable', async ({ query, request, response }) => {
    await log.note({ kind: 'downloaded', what: 'jobs' }, request.session.staffId ?? null, request)
    const { zone } = (await prices.inUse()).prices.opening
    response
      .type('text/csv; charset=utf-8')
      .setHeader('Content-Disposition', 'attachment; filename="jobs.csv"')
    // A row at a time: whoever reads slowly is waited for, and a table of any length is never whole in memory.
    await pipeline(Readable.from(jobLines(lists.all(query, zone))), response)
  })
  file('wholeShop', async ({ request, response }) => {
    await log.note({ kind: 'downloaded', what: 'wholeShop' }, request.session.staffId ?? null, request)
    const now = new Date()
    response
      .type('application/json')
      .setHeader('Content-Disposition', `attachment; filename="shop-${now.toISOString().slice(0, 10)}.json"`)
    await pipeline(
      Readable.from(wholeShopText(database, { shop: (await shop.settings()).settings.name, now })),
      response,
    )
  })
  const storyOf = async ({ id, catalogId }: JobState): Promise<Story> => {
    const { pack } = await catalog.byId(catalogId)
    return {
      events: await historyOf(database, id),
      modelName: (modelId) => {
        const model = modelById(pack, modelId)
        return model ? `${model.maker} ${model.name}` : ''
      },
    }
  }
  file('story', async ({ params, query, response }) => {
    const { state, known, paper } = await of(params.id, query.language)
    pdf(response, `story-${state.ticket}`, await storyPaper(paper, state, known, await storyOf(state)))
  })
  file('copyJson', async ({ params, response }) => {
    const state = await life.read(params.id)
    const copy = Buffer.from(JSON.stringify(await wholeJobOf(database, state), null, 2))
    send(response, 'application/json', `attachment; filename="copy-${state.ticket}.json"`, copy)
  })
  file('copyPaper', async ({ params, query, response }) => {
    const { state, known, paper } = await of(params.id, query.language)
    const mails = await database.manager.find(mailEntity, {
      where: { jobId: state.id, forgottenAt: IsNull() },
      order: { id: 'ASC' },
    })
    pdf(response, `copy-${state.ticket}`, await copyPaper(paper, state, known, await storyOf(state), mails))
  })
  file('letterToCustomer', async ({ params, query, request, response }) => {
    const { settings, state, known, paper } = await of(params.id, query.language)
    if (!mayBeTold(state, known).includes(query.what))
      throw problemOf({ code: 'nothing-to-tell', what: query.what })
    const letter = letterToCustomer(
      paper.words,
      query.what,
      aboutForCustomer(
        state,
        known,
        settings.name,
        await statusAddress(database, settings, state.id, request),
      ),
    )
    pdf(response, 'letter-to-customer', await letterPaper(paper.shop, letter))
  })
  file('activation', async ({ params, query, response }) => {
    const { state, known, device, paper } = await of(params.id, query.language)
    const letter = activationLetter(paper.words, {
      device: device || paper.words.say('part.device'),
      // What is hidden once the device is handed back is printed no more.
      order: state.handBack ? undefined : orderUnderWay(state, 'carrier'),
      dialledCode: known.family?.carrierLock?.dialledCode,
    })
    pdf(response, 'activation', await letterPaper(paper.shop, letter))
  })

  file('keepFile', raw({ type: () => true, limit: LARGEST_DOCUMENT + 1 }), async (asked) => {
    const { id } = asked.params
    const { body, session } = asked.request
    const staffId = session.staffId ?? 0
    const name = nameOf(asked.query.name)
    const given = Buffer.isBuffer(body) ? body : Buffer.alloc(0)
    // A picture is a lot of work: first whether it would be kept at all.
    const asGiven = { id: randomUUID(), name, type: 'image/jpeg', bytes: given.length } as const
    await life.wouldRun(await life.read(id), staffId, { kind: 'keep-file', file: asGiven })
    const { type, content } = await cleanDocument(given)
    const size = content.length
    const kept = { id: randomUUID(), name, type, bytes: size }
    const job = await life.run(id, { staffId }, { kind: 'keep-file', file: kept }, async (manager, _, at) => {
      const sealed = await sealedFor(manager, id, 'ownership', content)
      const row = { id: kept.id, jobId: id, staffId, at, name, type, size, content: sealed }
      await manager.insert(ownershipDocumentEntity, row)
    })
    if (!isAnswered(asked.response)) asked.response.json(job)
  })
  file('ownershipFile', async ({ params, response }) => {
    const found = await database.manager.findOne(ownershipDocumentEntity, {
      where: { id: params.fileId, jobId: params.id },
      select: { id: true, type: true, name: true, content: true },
    })
    const content = found && documentOf(found.content, await keysOf(database.manager, params.id))
    if (!content) throw new ProblemError('not-found', { code: 'no-such-file' })
    // Never run as a page of this application, whatever is in it.
    response.setHeader('Content-Security-Policy', "sandbox; default-src 'none'; style-src 'unsafe-inline'")
    response.setHeader('X-Content-Type-Options', 'nosniff')
    // A browser shows no document inside such a policy: it is handed out as a file.
    const how = found.type === 'application/pdf' ? 'attachment' : 'inline'
    send(response, found.type, `${how}; filename="ownership-${found.id.slice(0, 8)}"`, content)
  })
  file('mail', async ({ params, response }) => {
    const mail = await database.manager.findOne(mailEntity, {
      where: { id: params.mailId, jobId: params.id, forgottenAt: IsNull() },
      select: { id: true, eml: true },
    })
    if (!mail) throw new ProblemError('not-found', { code: 'no-such-mail' })
    send(response, 'message/rfc822', `attachment; filename="mail-${mail.id}.eml"`, mail.eml)
  })
  file('handBack', async ({ params, query, response }) => {
    const { state, known, paper } = await of(params.id, query.language)
    const { name, bytes } = await handBackDocument(database, state, known, paper)
    pdf(response, name, bytes)
  })

  file('invoice', async ({ params, query, response }) => {
    const { state, paper } = await of(params.id, query.language)
    const invoices = await invoicesOf(database.manager, state.id)
    const invoice = invoices.find(({ number }) => number === params.number)
    if (!invoice) throw new ProblemError('not-found', { code: 'no-such-invoice' })
    pdf(response, `invoice-${invoice.number}`, await invoicePaper(paper, state, invoice))
  })

  file('familyCard', async ({ params, query, response }) => {
    const inUse = await catalog.inUse()
    const family = inUse.pack.families.find(({ id }) => id === params.familyId)
    if (!family) throw new ProblemError('not-found', { code: 'no-such-family' })
    const { zone, country } = (await prices.inUse()).prices.opening
    const words = wordsIn(query.language ?? 'en', { zone, country })
    pdf(response, `card-${family.id}`, await familyCard(inUse, family, words))
  })
  file('shopResults', async ({ response }) => {
    response.type('application/json').setHeader('Content-Disposition', 'attachment; filename="results.json"')
    await pipeline(Readable.from(results.document()), response)
  })
  file('calendar', async ({ params, query, response }) => {
    const calendar = await calendarInUse(database)
    if (calendar?.secret !== params.secret) throw new ProblemError('not-found', { code: 'nothing-here' })
    const rows = await database.manager.find(jobEntity, {
      where: { closedAt: IsNull(), dueAt: Not(IsNull()) },
      select: { id: true, ticket: true, device: true, allWaits: true },
      order: { dueAt: 'ASC' },
      take: MOST_IN_A_CALENDAR,
    })
    const { zone, country } = (await prices.inUse()).prices.opening
    const waiting = rows.flatMap(({ ticket, device, allWaits }) =>
      (allWaits ?? []).map((waits) => ({ ticket, device, waits })),
    )
    const words = wordsIn(query.language ?? 'en', { zone, country })
    const text = calendarOf(words, (await shop.settings()).settings.name, waiting, new Date().toISOString())
    send(response, 'text/calendar', 'inline; filename="benevox.ics"', Buffer.from(text))
  })
  file('packVersion', async ({ params, response }) => {
    const { id, written } = await catalog.byId(params.id)
    const text = Buffer.from(await laidOut(written))
    send(response, 'application/json', `attachment; filename="catalogue-${id}.json"`, text)
  })
}

const MOST_IN_A_CALENDAR = 5000

interface AskedForFile<Name extends FileName> {
  readonly params: FileParams<Name>
  readonly query: FileQuery<Name>
  readonly request: Request
  readonly response: Response
}
type FileHandler<Name extends FileName> = (asked: AskedForFile<Name>) => Promise<void>

/** Puts handlers behind the contract's routes for files: each asked by somebody who is signed in, and checked before. */
function fileMounter(app: Express) {
  function mountFile<Name extends FileName>(name: Name, handler: FileHandler<Name>): void
  function mountFile<Name extends FileName>(
    name: Name,
    body: RequestHandler,
    handler: FileHandler<Name>,
  ): void
  function mountFile<Name extends FileName>(
    name: Name,
    first: FileHandler<Name> | RequestHandler,
    handler?: FileHandler<Name>,
  ): void {
    const { method, path, ...route }: FileRoute = files[name]
    const work = handler ?? (first as FileHandler<Name>)
    const signedIn: RequestHandler = ({ session }, _response, next) => {
      mayOnly(MAY_HAVE[name], name, session)
      next()
    }
    const body = handler ? [first as RequestHandler] : []
    app[method](path, signedIn, ...body, async (request: Request, response: Response) => {
      const params = checked('path', route.params, request.params)
      const query = checked('query', route.query, request.query)
      await work({ params, query, request, response } as AskedForFile<Name>)
    })
  }
  return mountFile
}

/** A file's name as it is shown: no path, nothing that steers a terminal, and none that announces a secret. */
function nameOf(given: unknown): string {
  const name = typeof given === 'string' ? given : ''
  const kept = name.replace(/[\p{C}/\\]/gu, '').slice(0, 120)
  return kept === '' || looksLikeSecret(kept)?.kind === 'announced' ? 'file' : kept
}

function send(response: Response, type: string, disposition: string, bytes: Buffer): void {
  if (isAnswered(response)) return
  response.type(type).setHeader('Content-Disposition', disposition)
  response.send(bytes)
}
