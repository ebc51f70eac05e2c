import { LANGUAGES } from '@benevox/words'
import { expect, it, vi } from 'vitest'

interface StandInsStarted {
  readonly env: { readonly BENEVOX_REGISTRY: string; readonly BENEVOX_MAILBOX: string }
  readonly stop: () => Promise<void>
}

it('put together as they are started, the stand-ins write a report in each language', async () => {
  const lib = new URL('lib/application.mjs', import.meta.url).href
  const { startStandIns } = (await import(/* @vite-ignore */ lib)) as {
    startStandIns: () => Promise<StandInsStarted>
  }
  const { env, stop } = await startStandIns()
  const mails = async () => {
    const { mails: names } = (await (await fetch(`${env.BENEVOX_MAILBOX}/mails`)).json()) as {
      mails: readonly { readonly name: string }[]
    }
    return Promise.all(
      names.map(async ({ name }) => (await fetch(`${env.BENEVOX_MAILBOX}/mails/${name}`)).text()),
    )
  }
  try {
    for (const language of LANGUAGES)
      await fetch(`${env.BENEVOX_REGISTRY}/v1/reports`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          imei: '001001012345671',
          mailTo: 'desk@shop.example',
          reference: 'B1001',
          language,
        }),
      })
    const came = await vi.waitFor(
      async () => {
        const all = await mails()
        expect(all).toHaveLength(LANGUAGES.length)
        return all
      },
      { timeout: 60_000, interval: 100 },
    )
    const texts = new Set(came.map((eml) => eml.split('\r\n\r\n').at(1)))
    expect(texts.size, 'a text of its own in each').toBe(LANGUAGES.length)
  } finally {
    await stop()
  }
}, 120_000)
