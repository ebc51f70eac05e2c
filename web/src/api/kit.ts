import type { Body, Cable } from '@benevox/contract'
import type { PortKind } from '@benevox/core/catalog'
import { trustOf, type CableTrust } from '@benevox/core/diagnosis'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { call } from './client.ts'

/** The shop's numbered cables. */
export const useKit = defineStore('kit', () => {
  const cables = ref<readonly Cable[]>([])
  const load = async () => {
    cables.value = (await call('listCables', {}).catch(() => undefined))?.cables ?? cables.value
  }
  const inUse = computed(() => cables.value.filter(({ retiredAt }) => retiredAt === null))
  return {
    cables,
    inUse,
    load,
    /** Those that fit, the most trusted first. */
    fitting: (port: PortKind | undefined): readonly Cable[] =>
      inUse.value
        .filter(({ fits }) => port === undefined || fits === port)
        .sort((a, b) => trustOf(a.reached, a.failed).noData - trustOf(b.reached, b.failed).noData),
    trust: computed<Readonly<Record<string, CableTrust>>>(() =>
      Object.fromEntries(cables.value.map((one) => [String(one.number), trustOf(one.reached, one.failed)])),
    ),
    async add(body: Body<'addCable'>): Promise<void> {
      await call('addCable', { body })
      await load()
    },
    async retire(number: number, because: string | null): Promise<void> {
      await call('retireCable', { params: { number }, body: { because } })
      await load()
    },
  }
})
