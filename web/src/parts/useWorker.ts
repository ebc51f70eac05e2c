import { wrap, type Remote } from 'comlink'

/** Asked for a worker, gives it; and ends it where what it does is left off. */
export interface WorkerInUse<Api> {
  (): Remote<Api>
  readonly end: () => void
}

/**
 * A worker that is begun when it is first asked, and kept; one that broke down or was ended is begun anew at the next
 * question.
 * @param begin makes it: the bundler wants its address written out where it is made
 */
export function useWorker<Api>(begin: () => Worker): WorkerInUse<Api> {
  let running: { readonly worker: Worker; readonly remote: Remote<Api> } | undefined
  const end = () => {
    running?.worker.terminate()
    running = undefined
  }
  const given = () => {
    if (!running) {
      const worker = begin()
      worker.addEventListener('error', end)
      running = { worker, remote: wrap<Api>(worker) }
    }
    return running.remote
  }
  return Object.assign(given, { end })
}

/** What is plain for another thread: without the wrappers of the page. */
export const plain = <T>(of: T): T => JSON.parse(JSON.stringify(of)) as T
