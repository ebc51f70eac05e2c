import type { Family, Model, Pack } from '@benevox/core/catalog'
import { composeFamily, modelInPack } from '@benevox/core/catalog'
import { deviceOnJob, type DeviceOnJob } from '@benevox/core/route'
import { compileFamily, type Machine } from '@benevox/core/twin'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { call } from './client.ts'

/** The catalogue in use, with each family's machine compiled once. */
export const useCatalog = defineStore('catalog', () => {
  const pack = ref<Pack>()
  const machines = new Map<
    string,
    { machine: Machine; menus: ReturnType<typeof composeFamily>['composed']['menus'] }
  >()

  return {
    pack,
    async load(): Promise<void> {
      pack.value ??= (await call('getCatalog', {})).pack
    },
    find(modelId: string | undefined | null): { model: Model; family: Family } | undefined {
      return pack.value && modelInPack(pack.value, modelId ?? undefined)
    },
    device(modelId: string | undefined): DeviceOnJob | undefined {
      return pack.value && deviceOnJob(pack.value, modelId)
    },
    machineOf(family: Family) {
      const known = machines.get(family.id)
      if (known) return known
      const { composed } = composeFamily(pack.value ?? { fragments: [] }, family)
      const made = { machine: compileFamily(composed), menus: composed.menus }
      machines.set(family.id, made)
      return made
    },
    modelName(modelId: string | undefined | null): string {
      const found = pack.value?.models.find(({ id }) => id === modelId)
      return found ? `${found.maker} ${found.name}` : ''
    },
  }
})
