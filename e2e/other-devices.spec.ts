import { expect, test } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { signIn } from './shop.ts'

test('an owner lets other devices in: a phone reads how to trust the computer, and works over TLS from then on', async ({
  page,
  browser,
}) => {
  await signIn(page, 'Imke')
  await page.goto('/settings')
  const section = page.getByRole('region', { name: 'Other devices of the shop' })
  const wanted = section.getByRole('checkbox')
  await expect(section.getByRole('img')).toHaveCount(0)
  await wanted.check()
  await page.getByRole('button', { name: 'Save what the shop says of itself' }).click()
  await expect(section.getByRole('img', { name: /Code of the address/ })).toBeVisible()
  const fingerprint = await section.getByTestId('fingerprint').innerText()
  expect(fingerprint).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/)
  const first = await section.getByTestId('first-address').innerText()
  expect(first).toMatch(/^http:/)
  await expectAccessible(page, 'settings, other devices let in')

  // What a headless browser cannot do, Node does in the server’s tests: to trust this authority and no other.
  const phone = await browser.newContext({
    ignoreHTTPSErrors: true,
    viewport: { width: 412, height: 800 },
    hasTouch: true,
    locale: 'de-DE',
  })
  const theirs = await phone.newPage()
  await theirs.goto(first)
  await expect(theirs.getByRole('heading')).toContainText('Dieses Gerät')
  await expectAccessible(theirs, 'how to trust the computer')
  const download = theirs.waitForEvent('download')
  await theirs.getByRole('link', { name: 'benevox.crt' }).click()
  expect((await download).suggestedFilename()).toBe('benevox.crt')
  await theirs.getByRole('link', { name: 'Geschäft öffnen' }).click()
  await expect(theirs).toHaveURL(/^https:/)
  await theirs.getByLabel('Name').fill('Runa')
  await theirs.getByLabel('Passwort').fill('ferry at nine')
  await theirs.getByRole('button', { name: 'Anmelden' }).click()
  await expect(theirs.getByText('Runa', { exact: true })).toBeVisible()
  expect(await theirs.evaluate(() => isSecureContext)).toBe(true)

  // No longer wanted: nobody is let in any more, and what was open is closed.
  await wanted.uncheck()
  await page.getByRole('button', { name: 'Save what the shop says of itself' }).click()
  await expect(section.getByRole('img')).toHaveCount(0)
  await expect(theirs.goto(first)).rejects.toThrow(/ERR_CONNECTION_REFUSED/)
  await phone.close()
})
