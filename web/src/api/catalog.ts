import type { CatalogAnswer } from '@benevox/contract'
import { modelById, type Family, type Pack } from '@benevox/core/catalog'
import { deviceOnJob, modelOnJob, type DeviceOnJob, type ModelFacts } from '@benevox/core/route'
import { runnableFamily, type RunnableFamily } from '@benevox/core/twin'
import { defineStore } from 'pinia'
import { computed, shallowReactive, shallowRef } from 'vue'
import { call } from './client.ts'

const NO_FRAGMENTS: Pack['fragments'] = []

/** The catalogue in use and the older versions that jobs were done with; each family's machine compiled once. */
export const useCatalog = defineStore('catalog', () => {
  const inUse = shallowRef<CatalogAnswer>()
  const older = shallowReactive(new Map<number, CatalogAnswer>())
  const pack = computed(() => inUse.value?.pack)
  const packOf = new WeakMap<Family, Pack>()

  /** The version a job stands on; the one in use until it is loaded or where none is said. */
  function version(id: number | undefined): Pack | undefined {
    return id === undefined || id === inUse.value?.id ? pack.value : older.get(id)?.pack
  }

  return {
    inUse,
    pack,
    packOf: (id: number) => version(id),
    async load(): Promise<void> {
      if (!inUse.value) await this.refresh()
    },
    /** Takes the newest version, after somebody made one. */
    async refresh(): Promise<void> {
      const before = inUse.value
      const now = await call('getCatalog', {})
      if (now.id === before?.id) return
      if (before) older.set(before.id, before)
      inUse.value = now
    },
    /** Makes sure that an older version is here. */
    async ensure(id: number): Promise<void> {
      if (!version(id)) older.set(id, await call('getCatalog', { query: { id } }))
    },
    /** The model and the family of a job, in the version of the catalogue it stands on. */
    find(facts: ModelFacts, versionId?: number) {
      const from = version(versionId)
      const found = from && modelOnJob(from, facts)
      if (found) packOf.set(found.family, from)
      return found
    },
    device(facts: ModelFacts, versionId?: number): DeviceOnJob | undefined {
      const from = version(versionId)
      return from && deviceOnJob(from, facts)
    },
    familyInUse(familyId: string): Family | undefined {
      const family = pack.value?.families.find(({ id }) => id === familyId)
      if (family && pack.value) packOf.set(family, pack.value)
      return family
    },
    /** A family of the version it was found in, ready to run. */
    machineOf: (family: Family): RunnableFamily =>
      runnableFamily(packOf.get(family) ?? pack.value ?? { fragments: NO_FRAGMENTS }, family),
    fragmentsOf: (family: Family) => (packOf.get(family) ?? pack.value)?.fragments ?? [],
    modelName(modelId: string | undefined | null): string {
      const found = pack.value && modelById(pack.value, modelId ?? undefined)
      return found ? `${found.maker} ${found.name}` : ''
    },
  }
})
