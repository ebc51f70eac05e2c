import { expect, test } from '@playwright/test'
import { expectAccessible } from './accessible.ts'
import { signIn } from './shop.ts'

test('an owner sets mail server and mailbox up: what does not answer is said and changes nothing', async ({
  page,
}) => {
  await signIn(page, 'Imke')
  await page.goto('/settings')
  const section = page.getByRole('region', { name: 'Mail and registry' })
  const [sending, reading] = [
    section.getByRole('group', { name: /^Mail server/ }),
    section.getByRole('group', { name: /^Mailbox/ }),
  ]
  const save = section.getByRole('button', { name: 'Try these, and save them' })
  // As the server was started.
  const port = await sending.getByLabel('Port').inputValue()
  expect(port).toBe(new URL(process.env['BENEVOX_SMTP'] ?? '').port)
  await expect(reading.getByLabel('Folder')).toHaveValue('INBOX')
  await expectAccessible(page, 'settings, mail and registry')

  await sending.getByLabel('Protection').selectOption({ label: 'TLS from the start' })
  await expect(sending.getByLabel('Port')).toHaveValue(port)
  await sending.getByLabel('Protection').selectOption({ label: 'None, on this computer only' })
  await sending.getByLabel('Server, such as').fill('mail.shop.example')
  await save.click()
  await expect(section.getByRole('alert')).toContainText('only a server on this computer itself', {
    ignoreCase: true,
  })
  await sending.getByLabel('Server, such as').fill('127.0.0.1')
  await reading.getByLabel('Password').fill('two dry ropes')
  await save.click()
  await expect(section.getByRole('alert')).toContainText('The mailbox does not accept user and password')
  await reading.getByLabel('Password').fill('three wet ropes')
  await save.click()
  await expect(section.getByRole('status')).toContainText('They answer')
  await expect(reading.getByLabel('Password')).toHaveAttribute('placeholder', /kept/)
  await page.reload()
  await expect(reading.getByLabel('User')).toHaveValue('counter')
  await page.goto('/settings/people')
  await expect(page.getByRole('region', { name: 'What happened' })).toContainText('changed mail server')
})
