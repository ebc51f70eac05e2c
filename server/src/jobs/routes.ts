import { TOLD_STEPS, type api, type Body } from '@benevox/contract'
import { facts as factsSchema, withoutPersonal } from '@benevox/core/route'
import type { DataSource } from 'typeorm'
import type { z } from 'zod'
import type { Catalog } from '../catalog/service.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { refuseSecrets } from '../http/secrets.ts'
import type { PriceLists } from '../prices/service.ts'
import { staffEntity } from '../session/entity.ts'
import { benchAfter } from './bench.ts'
import type { JobChanger } from './change.ts'
import { benchStepEntity, jobEntity, jobEventEntity, type JobRow } from './entity.ts'
import type { JobReader } from './read.ts'

/** A step was told under its name before: nothing is changed, and the job is answered as it is. */
class ToldBefore extends Error {}

const EMPTY_COUNTS: z.output<typeof api.listJobs.answer>['counts'] = {
  counter: 0,
  bench: 0,
  accounts: 0,
  carriers: 0,
  'hand-back': 0,
  closed: 0,
}

export function jobHandlers(
  database: DataSource,
  catalog: Catalog,
  reader: JobReader,
  changer: JobChanger,
  prices: PriceLists,
): Handlers {
  return {
    async listJobs({ query }) {
      const found = await reader.list(database, query.search?.trim() ?? '')
      const counts = { ...EMPTY_COUNTS }
      for (const { station } of found) counts[station]++
      return { jobs: found.filter(({ station }) => !query.station || station === query.station), counts }
    },

    async openJob({ body, staffId }) {
      const known = await database.manager.findOneBy(jobEntity, { key: body.key })
      if (known) return reader.job(database.manager, known)
      const { id: packId } = await catalog.inUse()
      const { id: pricesId } = await prices.inUse()
      return database.transaction(async (manager) => {
        const openedAt = new Date()
        const row = await manager.save(jobEntity, {
          ticket: body.key.slice(0, 16),
          key: body.key,
          version: 1,
          packId,
          openedAt,
          openedBy: staffId,
          customerName: '',
          customerContact: '',
          modelId: null,
          imei: null,
          facts: {},
          bench: {},
          account: null,
          handBack: null,
          closedAt: null,
          consent: null,
          openedGates: [],
          intake: null,
          registry: [],
          pricesId,
        })
        row.ticket = `B${String(1000 + row.id)}`
        await manager.save(jobEntity, row)
        await changer.note(manager, row.id, staffId, { kind: 'opened', detail: {} }, openedAt)
        return reader.job(manager, row)
      })
    },

    getJob: async ({ params }) => reader.job(database.manager, await reader.row(database.manager, params.id)),

    changeFacts: ({ params, body, staffId }) =>
      changer.change(params.id, body.version, staffId, async (row) => {
        if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        const { accountAddress, ownershipNote, registryReason, originalCarrier, serialNumber } =
          body.facts ?? {}
        refuseSecrets(
          {
            accountAddress,
            ownershipNote,
            registryReason,
            originalCarrier,
            serialNumber,
            name: body.customer?.name,
          },
          body.noSecret,
        )
        if (body.facts) forgetOldAnswer(row, body.facts)
        const merged = Object.fromEntries(
          Object.entries({ ...row.facts, ...body.facts }).filter(([, value]) => value !== null),
        )
        row.facts = factsSchema.parse(merged)
        // Naming the model takes the catalogue as it is now; once the wipe has begun the job keeps its own.
        if (body.facts?.modelId && !row.bench.wipeStartedAt) row.packId = (await catalog.inUse()).id
        row.modelId = row.facts.modelId ?? null
        row.imei = row.facts.imei ?? null
        row.customerName = body.customer?.name ?? row.customerName
        row.customerContact = body.customer?.contact ?? row.customerContact
        const customer = body.customer ? { customer: Object.keys(body.customer) } : {}
        return { kind: 'facts', detail: { ...withoutPersonal(body.facts ?? {}), ...customer } }
      }),

    async listEvents({ params }) {
      await reader.row(database.manager, params.id)
      const names = new Map((await database.manager.find(staffEntity)).map(({ id, name }) => [id, name]))
      const rows = await database.manager.find(jobEventEntity, {
        where: { jobId: params.id },
        order: { id: 'ASC' },
      })
      return {
        events: rows.map(({ id, at, staffId, kind, detail }) => ({
          id,
          at: at.toISOString(),
          by: names.get(staffId) ?? '',
          kind,
          detail: { ...detail },
        })),
      }
    },

    async recordBench({ params, body, staffId }) {
      const { told, version, change } = body
      if (told && !TOLD_STEPS.includes(change.kind))
        throw new ProblemError('bad-request', 'This step stands on the version of the job that was seen.')
      try {
        return await changer.change(params.id, version, staffId, async (row, now, job, manager) => {
          if (told && (await manager.existsBy(benchStepEntity, { key: told.key }))) throw new ToldBefore()
          if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
          if (told) await manager.insert(benchStepEntity, { key: told.key, jobId: row.id, at: now })
          const { pack } = await catalog.byId(row.packId)
          const route = await reader.route(row, job)
          // What is told late happened when it happened, but not before the job nor in the time to come.
          const happened = told ? Date.parse(told.at) : now.getTime()
          const at = new Date(Math.min(now.getTime(), Math.max(row.openedAt.getTime(), happened)))
          row.bench = benchAfter(job, { pack, route }, change, at.toISOString())
          return { kind: change.kind, detail: { ...change, kind: undefined } }
        })
      } catch (error) {
        if (!(error instanceof ToldBefore)) throw error
        return reader.job(database.manager, await reader.row(database.manager, params.id))
      }
    },

    recordAccount: ({ params, body, staffId }) =>
      changer.change(params.id, body.version, staffId, (row, now) => {
        if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        row.account = { proof: body.proof, at: now.toISOString() }
        return { kind: 'account-proven', detail: { proof: body.proof } }
      }),

    handBack: ({ params, body, staffId }) =>
      changer.change(params.id, body.version, staffId, (row, now, job) => {
        if (row.closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
        const { version: _, noSecret, ...said } = body
        refuseSecrets({ note: said.note, whoSignsIn: said.whoSignsIn }, noSecret)
        for (const lock of ['screen', 'account', 'carrier'] as const)
          if (said[lock] === 'proven-clear' && job.locks[lock] !== 'clear')
            throw new ProblemError(
              'gate-closed',
              `The ${lock} lock is ${job.locks[lock]}: it is not proven clear. State it as not clear, or prove it first.`,
            )
        row.handBack = { ...said, at: now.toISOString() }
        row.closedAt = now
        return {
          kind: 'handed-back',
          detail: {
            screen: said.screen,
            account: said.account,
            carrier: said.carrier,
            returned: said.returned,
          },
        }
      }),
  }
}

/** What the registry said was said about another IMEI: it goes with it, unless it was said about this one too. */
function forgetOldAnswer(row: JobRow, change: NonNullable<Body<'changeFacts'>['facts']>): void {
  const { imei } = row.facts
  if (imei === undefined || change.imei === undefined || change.imei === imei) return
  if (change.registryAnswer !== undefined) return
  const said = row.registry.findLast((one) => one.imei === change.imei)
  change.registryAnswer = said?.answer ?? null
}
