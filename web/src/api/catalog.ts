import type { CatalogAnswer } from '@benevox/contract'
import { modelById, partsOfFound, type Family, type Pack } from '@benevox/core/catalog'
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
  /** A family that a job was found to be of has the parts of the version that the job stands on. */
  const fragmentsOf = (family: Family) => partsOfFound(family) ?? pack.value?.fragments ?? NO_FRAGMENTS

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
    familyInUse(familyId: string): Family | undefined {
      return pack.value?.families.find(({ id }) => id === familyId)
    },
    /** A family of the version it was found in, ready to run. */
    machineOf: (family: Family): RunnableFamily => runnableFamily({ fragments: fragmentsOf(family) }, family),
    fragmentsOf,
    modelName(modelId: string | undefined | null): string {
      const found = pack.value && modelById(pack.value, modelId ?? undefined)
      return found ? `${found.maker} ${found.name}` : ''
    },
  }
})
