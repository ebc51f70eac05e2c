import { useSessionStorage } from '@vueuse/core'

/** The job whose device is being looked for in the playbook by what one sees; null while none is. */
export const useIdentifying = () => useSessionStorage<number | null>('benevox.identifying', null)
