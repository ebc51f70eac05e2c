import PostalMime from 'postal-mime'
import type { StandIns } from '../../stand-ins/src/index.ts'

/** What has been handed over to be sent, and what has come, as the mailbox lists it. */
export async function mailsIn({ mailbox }: Pick<StandIns, 'mailbox'>) {
  const { mails: names } = (await (await fetch(`${mailbox}/mails`)).json()) as {
    mails: readonly { readonly name: string }[]
  }
  return Promise.all(
    names.map(async ({ name }) =>
      PostalMime.parse(await (await fetch(`${mailbox}/mails/${name}`)).arrayBuffer()),
    ),
  )
}
