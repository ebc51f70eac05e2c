import { modelInPack, type Pack } from '@benevox/core/catalog'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoPack } from '../../../demo/demoPack.ts'
import { useCatalog } from './catalog.ts'

/** The catalogue as it was, and with a shared part changed since: two versions with the same families. */
const before = demoPack()
const changed = demoPack()
const since: Pack = {
  ...changed,
  fragments: changed.fragments.map((one) => ({ ...one, menus: renamed(one.menus) })),
}
function renamed(menus: Pack['fragments'][number]['menus']): typeof menus {
  return JSON.parse(JSON.stringify(menus).replaceAll('Reboot system now', 'Start again now')) as typeof menus
}
const titles = (catalog: ReturnType<typeof useCatalog>, pack: Pack) => {
  const found = modelInPack(pack, pack.models[0]?.id)
  if (!found) throw new Error('no model')
  return JSON.stringify([...catalog.machineOf(found.family).menus])
}

beforeEach(() => {
  setActivePinia(createPinia())
  const answers = [before, since].map((pack, at) => ({ id: at + 1, digest: 'd'.repeat(64), pack }))
  vi.stubGlobal('fetch', () => Promise.resolve(Response.json(answers.shift())))
})
afterEach(() => vi.unstubAllGlobals())

describe('a job that was begun before the catalogue changed', () => {
  it('is shown with the parts of its own version, whichever is in use', async () => {
    const catalog = useCatalog()
    await catalog.load()
    const shownThen = titles(catalog, catalog.packOf(1) ?? before)
    await catalog.refresh()
    expect(catalog.inUse?.id).toBe(2)
    expect(titles(catalog, catalog.packOf(1) ?? since)).toBe(shownThen)
    expect(titles(catalog, catalog.packOf(2) ?? before)).not.toBe(shownThen)
  })
})
