import type { Connections as Asked } from '@benevox/core/shop'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { NoSuchFolder, openImap } from '../mail/imap.ts'
import { transportTo } from '../mail/outgoing.ts'
import type { Post } from '../mail/post.ts'
import type { Connections, Reached } from './connections.ts'
import type { SecurityLog } from './securityLog.ts'

const ANSWERS_WITHIN_MS = 9_000

export const connectionHandlers = (connections: Connections, log: SecurityLog, post: Post): Handlers => ({
  getConnections: () => connections.told(),
  async changeConnections({ body: { connections: asked, passwords: given, version }, staffId, request }) {
    const { passwords, before } = await connections.withPasswords(asked, given)
    const isNew = (of: keyof Asked) =>
      asked[of] !== undefined &&
      (JSON.stringify(asked[of]) !== JSON.stringify(before[of]) ||
        (of !== 'registry' && given[of] !== undefined))
    const { smtp, mailbox, registry } = asked
    await Promise.all([
      smtp && isNew('smtp') && trySmtp({ ...smtp, password: passwords.smtp }),
      mailbox &&
        isNew('mailbox') &&
        tryMailbox({ ...mailbox, password: passwords.mailbox, since: new Date() }),
      registry !== undefined && isNew('registry') && tryRegistry(registry),
    ])
    await connections.change(asked, passwords, version, staffId)
    await log.note({ kind: 'connections-changed' }, staffId, request)
    void post.look()
    return connections.told()
  },
})

/** Why a server could not be used, as far as that is known. */
type Why = 'refused' | 'certificate' | 'folder' | 'away'
function whyOf(error: unknown): Why {
  const {
    code = '',
    message = '',
    responseCode,
    authenticationFailed,
  } = error as {
    code?: string
    message?: string
    responseCode?: number
    authenticationFailed?: boolean
  }
  if (code === 'EAUTH' || authenticationFailed || responseCode === 530 || responseCode === 535)
    return 'refused'
  return /cert|altname|self.signed/i.test(`${code} ${message}`) ? 'certificate' : 'away'
}

/** Whoever asks is answered before their own time is over (`http/problem.ts`). */
async function tried(
  what: 'smtp' | 'mailbox' | 'registry',
  work: () => Promise<unknown>,
  why: (error: unknown) => Why = whyOf,
): Promise<void> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error('late')), ANSWERS_WITHIN_MS)
  })
  try {
    await Promise.race([work(), late])
  } catch (error) {
    throw new ProblemError('not-possible-now', { code: 'connection-failed', what, why: why(error) })
  } finally {
    clearTimeout(timer)
  }
}

function trySmtp(server: Reached): Promise<void> {
  const transport = transportTo(server)
  return tried('smtp', () => transport.verify()).finally(() => transport.close())
}

const tryMailbox = (server: Parameters<typeof openImap>[0]): Promise<void> =>
  tried(
    'mailbox',
    async () => (await openImap(server)).close(),
    (error) => (error instanceof NoSuchFolder ? 'folder' : whyOf(error)),
  )

/** Whether anything answers there at all: what it says is asked with a device only. */
const tryRegistry = (address: string): Promise<void> =>
  tried(
    'registry',
    async () => (await fetch(address, { redirect: 'error', signal: AbortSignal.timeout(ANSWERS_WITHIN_MS) })).body?.cancel(),
    (error) => whyOf((error as { cause?: unknown }).cause ?? {}),
  )
