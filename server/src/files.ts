import { modelOnJob } from '@benevox/core/route'
import type { Express, Request, Response } from 'express'
import type { DataSource } from 'typeorm'
import { familyCard } from './catalog/card.ts'
import type { Catalog } from './catalog/service.ts'
import type { Config } from './config.ts'
import { handBackPaper } from './hand-back/paper.ts'
import { ProblemError } from './http/problem.ts'
import type { JobReader } from './jobs/read.ts'

/** What leaves the application as a file: papers as PDF, the catalogue as JSON. */
export function mountFiles(
  app: Express,
  {
    config,
    database,
    catalog,
    reader,
  }: { config: Config; database: DataSource; catalog: Catalog; reader: JobReader },
): void {
  app.get('/api/jobs/:id/hand-back.pdf', async (request, response) => {
    signedIn(request)
    const row = await reader.row(database.manager, numberIn(request.params.id, 'a job’s number'))
    if (!row.handBack) throw new ProblemError('not-possible-now', 'This job is not handed back yet.')
    const { pack } = await catalog.byId(row.packId)
    const job = await reader.job(database.manager, row)
    const pdf = await handBackPaper(config.shop, job, modelOnJob(pack, row.facts)?.model)
    send(response, 'application/pdf', `inline; filename="hand-back-${row.ticket}.pdf"`, pdf)
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

function numberIn(text: string, what: string): number {
  if (!/^\d{1,9}$/.test(text)) throw new ProblemError('bad-request', `path.id: not ${what}.`)
  return Number(text)
}

function send(response: Response, type: string, disposition: string, bytes: Buffer): void {
  response.type(type).setHeader('Content-Disposition', disposition)
  response.send(bytes)
}
