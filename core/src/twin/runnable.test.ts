import { expect, it } from 'vitest'
import { demoPack } from '../../../demo/demoPack.ts'
import { runnableFamily } from './index.ts'

const pack = demoPack()
const [family] = pack.families

it('is made once for a family of a pack, and its digest tells families and their parts apart', () => {
  if (!family) throw new Error('no family')
  expect(runnableFamily(pack, family)).toBe(runnableFamily(pack, family))
  const digests = pack.families.map((one) => runnableFamily(pack, one).digest)
  expect(new Set(digests).size).toBe(pack.families.length)
  const copy = structuredClone({ families: [family], fragments: pack.fragments })
  const same = copy.families[0] ?? family
  expect(runnableFamily(copy, same).digest).toBe(digests[0])
  // Another part under the same name is another machine.
  const other = copy.fragments.map((one) =>
    family.compose.some(({ fragment }) => fragment === one.id) ? { ...one, says: 'otherwise' } : one,
  )
  expect(runnableFamily({ fragments: other }, same).digest).not.toBe(digests[0])
})

it('has a machine and menus', () => {
  for (const one of pack.families) {
    const { machine, menus } = runnableFamily(pack, one)
    expect(machine.states.length).toBeGreaterThan(3)
    expect(menus.size).toBeGreaterThan(0)
  }
})
