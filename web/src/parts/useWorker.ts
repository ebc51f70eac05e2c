import { wrap, type Remote } from 'comlink'

/**
 * A worker that is begun when it is first asked, and kept; one that broke down is begun anew at the next question.
 * @param begin makes it: the bundler wants its address written out where it is made
 */
export function useWorker<Api>(begin: () => Worker): () => Remote<Api> {
  let remote: Remote<Api> | undefined
  return () => {
    if (remote) return remote
    const worker = begin()
    worker.addEventListener('error', () => {
      worker.terminate()
      remote = undefined
    })
    remote = wrap<Api>(worker)
    return remote
  }
}

/** What is plain for another thread: without the wrappers of the page. */
export const plain = <T>(of: T): T => JSON.parse(JSON.stringify(of)) as T
