import PostalMime from 'postal-mime'
import { startStandIns, type StandIns } from '../../stand-ins/src/index.ts'
import { openShop, Person } from './shop.ts'

/** The shop's own address in these tests. */
export const OWN_ADDRESS = 'counter@shop.example'

/** A shop whose mails go out over a real connection and come in again, and who is signed in there. */
export async function openShopWithMail(name: string) {
  const world = await startStandIns({ latencyMs: 1 })
  const shop = await openShop(name, {
    BENEVOX_MAILBOX: world.mailbox,
    BENEVOX_SMTP: `smtp://127.0.0.1:${world.smtpPort}`,
    BENEVOX_MAIL: OWN_ADDRESS,
  })
  const runa = await Person.signedIn(shop.address)
  const close = async () => {
    await shop.close()
    await world.close()
  }
  return { world, shop, runa, close }
}

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
