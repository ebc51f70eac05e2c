import type { Supply } from '@benevox/contract'
import { flawOf } from '@benevox/core/catalog'
import { checkSupply, latestToday, supplyList, type SupplyList } from '@benevox/core/supply'
import { fieldText, flawText, supplyFaultText } from '@benevox/words'
import { computed, ref } from 'vue'
import { ApiProblem, call } from '../../api/client.ts'
import { say, words } from '../../words/index.ts'

const saved = ref<Supply>()
/** What is being written; it stays here until it is saved or given up, also while other pages are looked at. */
const draft = ref<SupplyList>()
const currency = ref('')

/** The list of suppliers, carriers and rules: as it is saved, and as it is being changed. */
export function useSupply() {
  const says = ref('')
  const fault = ref('')
  const isStale = ref(false)
  const isChanged = computed(() => JSON.stringify(draft.value) !== JSON.stringify(saved.value?.list))

  const show = (supply: Supply) => {
    saved.value = supply
    draft.value = structuredClone(supply.list)
    isStale.value = false
  }
  async function attempt(work: () => Promise<void>): Promise<void> {
    fault.value = says.value = ''
    try {
      await work()
    } catch (error) {
      isStale.value = error instanceof ApiProblem && error.problem.code === 'stale-version'
      fault.value = isStale.value
        ? say('supply.stale')
        : error instanceof Error
          ? error.message
          : String(error)
    }
  }
  return {
    saved,
    draft,
    currency,
    says,
    fault,
    isStale,
    isChanged,
    load: () =>
      attempt(async () => {
        currency.value = (await call('getPrices', {})).prices.currency
        const before = saved.value
        const now = await call('getSupply', {})
        // What was begun on an older list stays begun on that one: it is told when it is saved.
        if (!before || !isChanged.value) show(now)
      }),
    discard: () => attempt(async () => show(await call('getSupply', {}))),
    save: () =>
      attempt(async () => {
        const list = supplyList.safeParse(draft.value)
        if (!list.success) {
          fault.value = list.error.issues.map((issue) => sentenceOf(issue, draft.value)).join(' ')
          return
        }
        const faults = checkSupply(list.data, {
          currency: currency.value,
          today: latestToday(new Date()),
        })
        if (faults.length > 0) {
          fault.value = faults.map((one) => supplyFaultText(one, words)).join(' ')
          return
        }
        show(await call('changeSupply', { body: { base: saved.value?.id ?? 0, list: list.data } }))
        says.value = say('supply.saved')
      }),
  }
}

/** What is wrong with a field, and whose it is. */
function sentenceOf(issue: Parameters<typeof flawOf>[0], list: SupplyList | undefined): string {
  const [table, nth, , inner] = issue.path
  const whole = (list as Record<string, Record<string, string>[]> | undefined)?.[String(table)]
  const row = whole?.[Number(nth)]
  const service = typeof inner === 'number' && list?.suppliers[Number(nth)]?.services[inner]
  const of = [row?.['name'] ?? row?.['country'], service && (service.carrier || service.name)]
  const sentence = say('problem.field', {
    field: fieldText(issue.path as (string | number)[], words),
    because: flawText(flawOf(issue), words),
  })
  return [...of.filter(Boolean), sentence].join(' · ')
}
