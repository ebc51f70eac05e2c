import type { Job } from '@benevox/contract'
import { useEventListener, useIntervalFn, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { ApiProblem, call, ServerAway } from './client.ts'
import type { Sending } from './kept.ts'
import { Outbox } from './outbox.ts'

/** A fault of the server may pass; after so many it is taken for a refusal, so that the rest is not held up. */
const MOST_FAULTS = 10

/**
 * Tries and steps of the bench on their way to the server, in order; kept on this machine until each is
 * acknowledged. Each has a name, so that sending it again changes nothing.
 */
export const useTries = defineStore('tries', () => {
  const outbox = new Outbox(localStorage)
  const queue = ref<readonly Sending[]>(outbox.all)
  const refusal = ref('')
  const away = ref(false)
  /** This machine's own name: a try is run at the machine it was begun at. */
  const runner = useLocalStorage('benevox.runner', crypto.randomUUID())
  /** What is being sent; whoever sends meanwhile waits for the same. */
  let underWay: Promise<void> | undefined
  /** Told of each job that came back. */
  let onJob: (job: Job) => void = () => undefined
  let onSettled: (jobId: number) => void = () => undefined

  let faults = 0

  const look = () => (queue.value = outbox.all)
  // Another tab has told something, or sent it.
  useEventListener('storage', look)
  const remove = (sent: Sending) => {
    outbox.remove(sent)
    look()
  }

  async function one(first: Sending): Promise<void> {
    const params = { id: first.jobId }
    switch (first.kind) {
      case 'start':
        await call('startTry', { params, body: first.body })
        break
      case 'finish':
        await call('finishTry', { params: { ...params, tryId: first.tryId }, body: first.body })
        break
      case 'step': {
        const job = await call('recordBench', { params, body: first.body })
        remove(first)
        onJob(job)
        return
      }
    }
    remove(first)
  }

  /** What is not about this step: it waits. */
  function mayPass({ problem: { code } }: ApiProblem): boolean {
    if (code === 'fault') return ++faults < MOST_FAULTS
    return code === 'not-signed-in' || code === 'forged-request' || code === 'too-many-tries'
  }

  async function sendAll(): Promise<void> {
    try {
      for (let first = queue.value[0]; first; first = queue.value[0]) {
        try {
          await one(first)
        } catch (error) {
          if (!(error instanceof ApiProblem) || mayPass(error)) throw error
          refusal.value = error.message
          remove(first)
        }
        faults = 0
        away.value = false
        if (queue.value.length === 0) onSettled(first.jobId)
      }
    } catch (error) {
      if (error instanceof ServerAway) away.value = true
      else if (!(error instanceof ApiProblem)) throw error
    }
  }
  function send(): Promise<void> {
    underWay ??= sendAll().finally(() => (underWay = undefined))
    return underWay
  }
  useIntervalFn(() => void (queue.value.length > 0 && send()), 2000)

  return {
    queue,
    refusal,
    away,
    runner,
    waiting: computed(() => queue.value.length),
    async add(told: Sending): Promise<void> {
      refusal.value = ''
      outbox.add(told)
      look()
      await send()
    },
    send,
    /** @param job takes a job that came back; @param settled is told once nothing waits any more */
    whenSent(job: typeof onJob, settled: typeof onSettled): void {
      onJob = job
      onSettled = settled
    },
  }
})
