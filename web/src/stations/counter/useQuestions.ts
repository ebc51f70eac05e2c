import {
  answerOf,
  FACT_NAMES,
  fieldOf,
  isSaid,
  offeredAnswers,
  type Asked,
  type FactName,
  type Facts,
} from '@benevox/core/facts'
import type { Question } from '@benevox/core/route'
import { onKeyStroke, useSessionStorage } from '@vueuse/core'
import { computed, nextTick, ref, watch, type Ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'

/** Told at a place of their own: above the questions, at the bench, with the papers. */
const ELSEWHERE: readonly FactName[] = ['deviceHere', 'behavesAsSystem', 'customerLanguage']
const LISTED = FACT_NAMES.filter((name) => !ELSEWHERE.includes(name))

/** Which question is asked now, which are still open, what is known; and the keys that answer. */
export function useQuestions(jobId: number, asked: Ref<readonly Question[] | undefined>) {
  const job = useJob()
  /** Put off on this machine, to come last. */
  const later = useSessionStorage<Asked[]>(`benevox.later.${jobId}`, [])
  const now = ref<Asked>()
  const answerTo = (name: Asked) => (name === 'customer' ? job.customer.name : job.facts[name])
  const isOpen = (name: Asked) => (name === 'customer' ? !job.hasName : !isSaid(job.facts[name]))

  const open = computed<readonly Question[]>(() => {
    const all = (asked.value ?? []).filter(({ name }) => isOpen(name))
    const put = (name: Asked) => (later.value.includes(name) ? 1 : 0)
    return [...all].sort((a, b) => put(a.name) - put(b.name))
  })
  const question = computed(() => (asked.value ?? []).find(({ name }) => name === now.value))
  const known = computed(() => LISTED.filter((name) => !isOpen(name)))
  const more = computed(() =>
    LISTED.filter((name) => isOpen(name) && !open.value.some((one) => one.name === name)),
  )

  /** A field of its own takes the hands at once; choices wait for a number. */
  async function ask(name: Asked | undefined, takesHands = true): Promise<void> {
    now.value = name
    if (!name) return
    await nextTick()
    // Asked from further down the page: what is asked now stands at its top.
    window.scrollTo({ top: 0 })
    if (fieldOf(name) === 'choices' || !takesHands) return
    document.querySelector<HTMLElement>('#ask-now input')?.focus()
  }
  async function next(): Promise<void> {
    // Whoever writes elsewhere on the page goes on writing there.
    const { activeElement: at } = document
    if (at instanceof HTMLElement && at.closest('#ask-now')) at.blur()
    await ask(undefined)
    const first = open.value.find(({ name }) => !later.value.includes(name)) ?? open.value[0]
    // Where the job has gone on already, so do the hands.
    await ask(first?.name, job.saved?.station === 'counter')
  }
  function putOff(): void {
    if (now.value) later.value = [...later.value.filter((name) => name !== now.value), now.value]
    void next()
  }

  // The order of the questions comes a moment after each answer; what was chosen by hand stays.
  watch(asked, () => now.value === undefined && void next())
  watch([now, () => now.value && answerTo(now.value)], ([name, value], [nameBefore, before]) => {
    if (name === undefined || name !== nameBefore || value === undefined || value === before) return
    // A model is chosen out of a list: that it was typed for does not matter any more.
    if (fieldOf(name) === 'model' || (fieldOf(name) === 'choices' && !isTyping())) now.value = undefined
  })

  let lastByKey: { readonly name: FactName; readonly before: Facts[FactName] | null } | undefined

  function isTyping(): boolean {
    const { activeElement: at } = document
    return (
      at instanceof HTMLInputElement || at instanceof HTMLTextAreaElement || at instanceof HTMLSelectElement
    )
  }

  onKeyStroke('Escape', () => {
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  })
  /** Written into the search, wherever the hands were. */
  async function searchModel(letter: string): Promise<void> {
    await ask('modelId')
    const field = document.querySelector<HTMLInputElement>('#ask-now input')
    if (!field) return
    field.value += letter
    field.dispatchEvent(new Event('input', { bubbles: true }))
  }
  usePageKeys(
    {
      key: 'letter',
      does: 'keyHelp.modelSearch',
      when: () => job.facts.modelId === undefined,
      press: (_, letter) => void searchModel(letter),
    },
    // No letter: any may begin a model’s name.
    {
      key: '-',
      does: 'keyHelp.later',
      when: () => now.value !== undefined,
      press: () => putOff(),
    },
    {
      key: 'digit',
      does: 'keyHelp.answerQuestion',
      // What the registry said is told at a place of its own.
      when: () =>
        now.value !== undefined && now.value !== 'registryAnswer' && fieldOf(now.value) === 'choices',
      press(n) {
        const name = now.value
        const choice = name && name !== 'customer' ? offeredAnswers(name, job.device)[n - 1] : undefined
        if (!name || name === 'customer' || !choice) return false
        lastByKey = { name, before: job.facts[name] ?? null }
        job.setFact(name, answerOf(name, choice) as Facts[FactName])
      },
      // Before it has gone to the server: answers wait for others a moment.
      takeBack() {
        if (!lastByKey) return
        job.setFact(lastByKey.name, lastByKey.before)
        void ask(lastByKey.name)
      },
    },
  )

  return { now, question, open, known, more, ask, next, putOff }
}
