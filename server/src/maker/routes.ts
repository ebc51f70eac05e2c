import type { Body, RemoteUnlock } from '@benevox/contract'
import type { Handlers } from '../http/mount.ts'
import type { FromOutside } from '../http/outside.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobLife } from '../jobs/life.ts'
import { MakersService } from './service.ts'

/** Remote unlock: asked for a job and its device, kept in its events; what it did to the lock is the technician's to say. */
export function makerHandlers(address: string | undefined, life: JobLife): Handlers {
  const service = address ? new MakersService(address) : undefined
  return {
    async askRemote({ params, body, staffId }) {
      if (!service) throw new ProblemError('not-possible-now', { code: 'no-maker-service' })
      const requestId = body.do === 'begin' ? undefined : body.requestId
      const job = await life.run(params.id, { staffId }, { kind: 'may-ask-remote', requestId })
      const got = await asked(service, body, job.facts.imei ?? job.facts.serialNumber ?? '')
      if ('silence' in got) {
        const { why, status = 0 } = got.silence
        throw new ProblemError('not-possible-now', { code: 'maker-silent', why, status })
      }
      const { said } = got
      await life.run(
        params.id,
        { staffId },
        { kind: 'remote-said', did: body.do, requestId: said.requestId, state: said.state },
      )
      return said
    },
  }
}

function asked(
  service: MakersService,
  body: Body<'askRemote'>,
  device: string,
): Promise<FromOutside<RemoteUnlock>> {
  switch (body.do) {
    case 'begin':
      return service.begin(device)
    case 'look':
      return service.look(body.requestId)
    case 'unlock':
      return service.unlock(body.requestId)
    case 'locating-off':
      return service.locatingOff(body.requestId)
  }
}
