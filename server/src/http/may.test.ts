import { api, files, MAY, MAY_HAVE, type FileRoute, type Least, type Route } from '@benevox/contract'
import { ROLES } from '@benevox/core/shop'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

/** Every route as everybody: nobody, and one of each role. */
let shop: TestShop
const asked = new Map<'nobody' | (typeof ROLES)[number], Person>()
beforeAll(async () => {
  shop = await openShop('test-may')
  // Runa, Teo and Imke: one of each.
  for (const [nth, role] of (['technician', 'supervisor', 'owner'] as const).entries()) {
    await shop.database.query('UPDATE staff SET role = ? WHERE name = ?', [
      role,
      ['Runa', 'Teo', 'Imke'][nth],
    ])
    asked.set(role, await Person.signedIn(shop.address, nth))
  }
  const nobody = new Person(shop.address)
  await nobody.look()
  asked.set('nobody', nobody)
})
afterAll(() => shop.close())

/** Numbers that nothing has; secrets that nobody has. */
const somewhere = (path: string) =>
  path
    .replace(/:(fileId|attemptId|orderId)/, '00000000-0000-4000-8000-000000000000')
    .replace(/:secret/, 'x'.repeat(43))
    .replace(/:familyId/, 'nothing')
    .replace(/:\w+/g, '2000000000')
/** What ends a session, or changes who is in it, would spoil what follows. */
const APART = ['signOut', 'signIn', 'switchPerson', 'beginShop', 'answerStatus']

const all: readonly (readonly [name: string, route: Route | FileRoute, least: Least])[] = [
  ...Object.entries<Route>(api).map(([name, route]) => [name, route, MAY[name as keyof typeof MAY]] as const),
  ...Object.entries<FileRoute>(files).map(
    ([name, route]) => [`file ${name}`, route, MAY_HAVE[name as keyof typeof MAY_HAVE]] as const,
  ),
]

describe('every route, as everybody', () => {
  it.each(all.filter(([name]) => !APART.includes(name)))('%s', async (_, route, least) => {
    for (const [who, person] of asked) {
      const { status, body } = await person
        .ask(route.method.toUpperCase(), somewhere(route.path), route.method === 'get' ? undefined : {})
        .catch(() => ({ status: 200, body: { code: 'a file' } }))
      const refusedBecause = [401, 403].includes(status) ? body.code : undefined
      const rank = who === 'nobody' ? -1 : ROLES.indexOf(who)
      const needed = least === 'anybody' ? -1 : ROLES.indexOf(least)
      const expected = rank >= needed ? undefined : who === 'nobody' ? 'not-signed-in' : 'not-a-supervisor'
      expect([who, refusedBecause]).toEqual([who, expected])
      // Refused or not, nothing of it is a fault.
      expect(status).toBeLessThan(500)
    }
  })

  it('is in the table, and nothing else is', () => {
    expect(Object.keys(MAY).toSorted()).toEqual(Object.keys(api).toSorted())
    expect(Object.keys(MAY_HAVE).toSorted()).toEqual(Object.keys(files).toSorted())
  })
})
