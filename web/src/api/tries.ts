import type { Body } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { ApiProblem, call, ServerAway } from './client.ts'

type Sending =
  | { readonly kind: 'start'; readonly jobId: number; readonly body: Body<'startTry'> }
  | {
      readonly kind: 'finish'
      readonly jobId: number
      readonly tryId: string
      readonly body: Body<'finishTry'>
    }

const PLACE = 'benevox.tries'

/** Tries on their way to the server, in order; kept on this machine until each is acknowledged. */
export const useTries = defineStore('tries', () => {
  const queue = ref<readonly Sending[]>(JSON.parse(localStorage.getItem(PLACE) ?? '[]') as Sending[])
  const refusal = ref('')
  let sending = false

  const keep = (next: readonly Sending[]) => {
    queue.value = next
    localStorage.setItem(PLACE, JSON.stringify(next))
  }

  async function send(): Promise<void> {
    if (sending) return
    sending = true
    try {
      for (let first = queue.value[0]; first; first = queue.value[0]) {
        if (first.kind === 'start') await call('startTry', { params: { id: first.jobId }, body: first.body })
        else await call('finishTry', { params: { id: first.jobId, tryId: first.tryId }, body: first.body })
        keep(queue.value.slice(1))
      }
    } catch (error) {
      if (error instanceof ApiProblem && error.problem.code !== 'not-signed-in') {
        refusal.value = error.message
        keep(queue.value.slice(1))
      } else if (!(error instanceof ApiProblem || error instanceof ServerAway)) throw error
    } finally {
      sending = false
    }
  }
  useIntervalFn(() => void (queue.value.length > 0 && send()), 2000)

  return {
    refusal,
    waiting: computed(() => queue.value.length),
    async add(one: Sending): Promise<void> {
      keep([...queue.value, one])
      await send()
    },
  }
})
