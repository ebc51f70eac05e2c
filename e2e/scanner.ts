import type { CDPSession, Page } from '@playwright/test'

/** A scanner tells its keys so far apart, in milliseconds; and this long nothing was pressed before it is triggered. */
const GAP_MS = 8
const PAUSE_MS = 150

const wires = new WeakMap<Page, Promise<CDPSession>>()

/** One trigger of a scanner: its keys and Enter, each at its own instant, however long the machine takes to tell them. */
export async function scan(page: Page, text: string): Promise<void> {
  // Nobody has a finger on a key and on the trigger.
  await page.waitForTimeout(PAUSE_MS)
  const opened = wires.get(page) ?? page.context().newCDPSession(page)
  wires.set(page, opened)
  const wire = await opened
  const beganMs = Date.now() - (text.length + 1) * GAP_MS
  const told = [...text, 'Enter'].flatMap((key, nth) => {
    const timestamp = (beganMs + nth * GAP_MS) / 1000
    const typed = key === 'Enter' ? '\r' : key
    return [
      wire.send('Input.dispatchKeyEvent', {
        type: 'keyDown',
        key,
        text: typed,
        unmodifiedText: typed,
        timestamp,
      }),
      wire.send('Input.dispatchKeyEvent', { type: 'keyUp', key, timestamp }),
    ]
  })
  await Promise.all(told)
}
