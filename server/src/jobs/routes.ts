import { randomUUID } from 'node:crypto'
import { TOLD_STEPS } from '@benevox/core/job'
import type { DataSource } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { staffEntity } from '../session/entity.ts'
import { invoicesOf } from '../hand-back/invoices.ts'
import type { Codes } from '../session/codes.ts'
import { historyOf } from './history.ts'
import type { JobLife } from './life.ts'
import type { JobLists } from './lists.ts'
import type { PriceLists } from '../prices/service.ts'

/** What happens to a job: each route makes a command of what was asked and hands it to the job's life. */
export function jobHandlers(
  database: DataSource,
  catalog: Catalog,
  life: JobLife,
  lists: JobLists,
  prices: PriceLists,
  codes: Codes,
): Handlers {
  return {
    async listJobs({ query }) {
      const { zone } = (await prices.inUse()).prices.opening
      return lists.page(query, zone)
    },
    async listPeople() {
      const people = await database.manager.find(staffEntity, { order: { name: 'ASC' } })
      return { people: people.map(({ name }) => name) }
    },
    openJob: ({ body, staffId }) => life.open(body.key, staffId),
    getJob: ({ params }) => life.view(params.id),

    async changeFacts({ params, body, staffId }) {
      const { version, facts = {}, customer, asked, noSecret } = body
      const { id: newestCatalogId } = await catalog.inUse()
      return life.run(
        params.id,
        { staffId, version },
        { kind: 'answer', set: facts, customer, asked, noSecret, newestCatalogId },
      )
    },

    async listEvents({ params }) {
      await life.read(params.id)
      return { events: await historyOf(database, params.id) }
    },

    recordStep({ params, body, staffId }) {
      const { told, version, change } = body
      if (told && !TOLD_STEPS.includes(change.kind))
        throw new ProblemError('bad-request', { code: 'version-missing' })
      const key = told?.key ?? randomUUID()
      return life.run(params.id, { staffId, version }, { kind: 'step', key, change, at: told?.at })
    },

    async takeBack({ params, body, staffId, request }) {
      const { version, what, reason, code } = body
      const supervisor = code === undefined ? undefined : await codes.supervisorOf(code, staffId, request)
      return life.run(
        params.id,
        { staffId: supervisor?.id ?? staffId, version },
        {
          kind: 'take-back',
          what,
          reason,
          isSupervisor: supervisor !== undefined,
        },
      )
    },

    recordAccount: ({ params, body, staffId }) =>
      life.run(params.id, { staffId, version: body.version }, { kind: 'confirm-account', how: body.proof }),

    handBack({ params, body, staffId }) {
      const { version, ...said } = body
      return life.run(params.id, { staffId, version }, { kind: 'hand-back', ...said })
    },

    async addLine({ params, body, staffId, request }) {
      const { version, code, noSecret, ...line } = body
      const supervisor = await codes.supervisorOf(code, staffId, request)
      return life.run(params.id, { staffId, version }, { kind: 'add-line', line, supervisor, noSecret })
    },

    async correctBill({ params, body, staffId, request }) {
      const { version, code, ...said } = body
      const supervisor = await codes.supervisorOf(code, staffId, request)
      return life.run(params.id, { staffId, version }, { kind: 'correct-bill', ...said, supervisor })
    },

    async listInvoices({ params }) {
      const invoices = await invoicesOf(database.manager, params.id)
      return {
        invoices: invoices.map(({ at, record: { totalMinor, currency }, ...invoice }) => ({
          ...invoice,
          at: at.toISOString(),
          totalMinor,
          currency,
        })),
      }
    },

    takePayment({ params, body, staffId }) {
      const { version, ...payment } = body
      return life.run(params.id, { staffId, version }, { kind: 'take-payment', payment })
    },
  }
}
