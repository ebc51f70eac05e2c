import express, { type Express } from 'express'
import { SMTPServer } from 'smtp-server'
import { ACCOUNT } from './imap.ts'

/** Mails as they came, under a name each; the newest last. */
export class Mailbox {
  readonly #mails = new Map<string, Buffer>()
  readonly #most: number
  readonly #beside: (mail: Buffer) => void
  #kept = 0
  /** @param beside who is told of each mail, too */
  constructor(most = 20_000, beside: (mail: Buffer) => void = () => undefined) {
    this.#most = most
    this.#beside = beside
  }

  keep(mail: Buffer): string {
    const name = `${Date.now()}-${String(++this.#kept).padStart(7, '0')}.eml`
    this.#mails.set(name, mail)
    this.#beside(mail)
    const [oldest] = this.#mails.keys()
    if (this.#mails.size > this.#most && oldest) this.#mails.delete(oldest)
    return name
  }
  get names(): readonly string[] {
    return [...this.#mails.keys()]
  }
  get(name: string): Buffer | undefined {
    return this.#mails.get(name)
  }
}

/** Takes mails in over SMTP, from anybody on this computer, for anybody; whoever signs in does so as the shop. */
export function smtpInto(mailbox: Mailbox): SMTPServer {
  return new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    allowInsecureAuth: true,
    onAuth({ username, password }, _session, done) {
      if (username === ACCOUNT.user && password === ACCOUNT.password) done(null, { user: username })
      else done(new Error('not this account'))
    },
    size: 25 * 1024 * 1024,
    onData(stream, _session, done) {
      const parts: Buffer[] = []
      stream.on('data', (part: Buffer) => parts.push(part))
      stream.on('end', () => {
        mailbox.keep(Buffer.concat(parts))
        done()
      })
    },
  })
}

const LISTED_AT_ONCE = 500

/** Lists the mailbox and hands each mail out as .eml. */
export function mailboxApp(mailbox: Mailbox): Express {
  const app = express()
  app.get('/mails', (request, response) => {
    const { after } = request.query
    const names = typeof after === 'string' ? mailbox.names.filter((name) => name > after) : mailbox.names
    response.json({ mails: names.slice(0, LISTED_AT_ONCE).map((name) => ({ name })) })
  })
  app.get('/mails/:name', (request, response) => {
    const mail = mailbox.get(request.params.name)
    if (!mail) return void response.status(404).json({ error: 'no such mail' })
    response.type('message/rfc822').send(mail)
  })
  return app
}
