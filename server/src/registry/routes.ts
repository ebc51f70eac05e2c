import { randomUUID } from 'node:crypto'
import { modelNamed } from '@benevox/core/catalog'
import { languageFor } from '@benevox/words'
import type { DataSource } from 'typeorm'
import type { Catalog } from '../catalog/service.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { staffEntity } from '../session/entity.ts'
import type { JobLife } from '../jobs/life.ts'
import type { Connections } from '../shop/connections.ts'
import type { Shop } from '../shop/service.ts'
import { Registry } from './registry.ts'

export function registryHandlers(
  database: DataSource,
  connections: Connections,
  shop: Shop,
  life: JobLife,
  catalog: Catalog,
): Handlers {
  /** Whoever asks reads the report. */
  const languageOfStaff = async (id: number) =>
    languageFor((await database.manager.findOneBy(staffEntity, { id }))?.language ?? 'en')
  return {
    /**
     * The question is recorded first, then asked while nobody is held up, then its answer recorded: of several who
     * ask at once, one asks and pays.
     */
    async askRegistry({ params, body, staffId }) {
      const { registry: address } = await connections.inUse()
      if (address === undefined) throw new ProblemError('not-possible-now', { code: 'no-registry' })
      const registry = new Registry(address)
      const { version, report } = body
      // Before anything is asked and paid for.
      const mailTo = report ? await shop.mailForAnswers() : ''
      const { pack } = await catalog.inUse()
      const key = randomUUID()
      const { asking, ticket } = await life.run(
        params.id,
        { staffId, version },
        { kind: 'ask-registry', key, report },
      )
      const imei = asking?.imei ?? ''
      const said = await registry.ask(imei)
      const ordered = report
        ? await registry.orderReport(imei, mailTo, ticket, await languageOfStaff(staffId))
        : undefined
      const onReport = ordered && 'said' in ordered ? ordered.said : undefined
      const model = onReport?.model ?? undefined
      const modelId = model === undefined ? undefined : modelNamed(pack, model)?.id
      return life.run(
        params.id,
        { staffId },
        {
          kind: 'registry-said',
          key,
          imei,
          said: {
            ...said,
            ...(ordered && 'silence' in ordered ? { noReport: ordered.silence } : {}),
            reference: onReport?.reportId ?? said.reference,
            model,
            modelId,
            reportFrom: onReport?.from ?? undefined,
            feeMinor: onReport?.feeMinor ?? 0,
            currency: onReport?.currency ?? '',
          },
        },
      )
    },
  }
}
