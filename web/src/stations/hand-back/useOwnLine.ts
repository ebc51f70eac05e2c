import { minorOf } from '@benevox/core/price'
import { computed, reactive, ref } from 'vue'

/** Letters that a line of the bill, a reason and a code have at least: the server asks for them too. */
const LEAST = { text: 2, reason: 4, code: 4 }

/** A line of one's own while it is written: what for, how much, why, and who answers for it. */
export function useOwnLine() {
  const told = ref({ text: '', reason: '' })
  const noSecret = ref<string[]>([])
  const amount = ref('')
  const code = ref('')
  /** The same is not put on the bill twice, however often it is sent. */
  const key = ref(crypto.randomUUID())
  const line = computed(() => {
    const minor = minorOf(amount.value)
    const text = told.value.text.trim()
    return minor && text.length >= LEAST.text ? { text, minor } : undefined
  })
  return reactive({
    told,
    noSecret,
    amount,
    code,
    key,
    /** Whole as it is; undefined while something is missing. */
    line,
    isBegun: computed(() => amount.value !== '' || told.value.text !== ''),
    isAnswered: computed(
      () => told.value.reason.trim().length >= LEAST.reason && code.value.length >= LEAST.code,
    ),
    keep(name: 'text' | 'reason', text: string, isNoSecret: boolean): void {
      told.value = { ...told.value, [name]: text }
      if (isNoSecret) noSecret.value = [...noSecret.value, name]
    },
    clear(): void {
      told.value = { text: '', reason: '' }
      amount.value = ''
      key.value = crypto.randomUUID()
    },
  })
}
export type OwnLineWritten = ReturnType<typeof useOwnLine>
