import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobChanger } from '../jobs/change.ts'
import type { JobReader } from '../jobs/read.ts'
import { MakersService } from './service.ts'

/** Unlocking from afar: asked for a job, kept in its events; what it did to the lock is the technician's to say. */
export function makerHandlers(
  database: DataSource,
  address: string | undefined,
  reader: JobReader,
  changer: JobChanger,
): Handlers {
  const service = address ? new MakersService(address) : undefined
  return {
    async askRemote({ params, body, staffId }) {
      const { facts, closedAt } = await reader.row(database.manager, params.id)
      if (closedAt) throw new ProblemError('not-possible-now', 'This job is closed.')
      if (!service)
        throw new ProblemError(
          'not-possible-now',
          'No maker’s service is set up here: the owner unlocks it on the maker’s page.',
        )
      const device = facts.imei ?? facts.serialNumber
      if (body.do === 'begin' && !device)
        throw new ProblemError(
          'not-possible-now',
          'The maker’s service asks for the IMEI or the serial number: record it at the counter.',
        )
      if (facts.registryAnswer === 'reported')
        throw new ProblemError('gate-closed', 'The device is reported: nothing is unlocked.')
      const said = await (body.do === 'begin'
        ? service.begin(device ?? '')
        : body.do === 'look'
          ? service.look(body.requestId)
          : body.do === 'unlock'
            ? service.unlock(body.requestId)
            : service.locatingOff(body.requestId))
      if (typeof said === 'string') throw new ProblemError('not-possible-now', said)
      if (body.do !== 'look')
        await changer.locked(params.id, (manager) =>
          changer.note(manager, params.id, staffId, {
            kind: 'remote-unlock',
            detail: { did: body.do, state: said.state },
          }),
        )
      return said
    },
  }
}
