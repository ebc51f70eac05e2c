import type { CatalogVersion } from '@benevox/contract'
import type { MappingRule } from '@benevox/core/catalog'
import { proxy, type Remote } from 'comlink'
import { ref, shallowRef } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { ApiProblem, call, ServerAway } from '../../api/client.ts'
import { useWorker } from '../../parts/useWorker.ts'
import { flawText } from '@benevox/words'
import { say, words } from '../../words/index.ts'
import type { Doing, FileReading, ImportWorker, ListDigest, Remark } from '../../workers/import.worker.ts'

/** How often, and with what pause, a busy server is asked what became of an import that was left off. */
const MOST_LOOKS = 100
const LOOK_AGAIN_MS = 3000

/** One import: a file read and compared in a worker, taken in whole or not at all, and left off at any moment. */
export function useImport() {
  const catalog = useCatalog()
  const fileName = ref('')
  const progress = ref<{ part: number; doing: Doing }>()
  const reading = shallowRef<FileReading>()
  const digest = shallowRef<ListDigest>()
  const refusal = ref('')
  const done = ref('')
  const importWorker = useWorker<ImportWorker>(
    () => new Worker(new URL('../../workers/import.worker.ts', import.meta.url), { type: 'module' }),
  )

  /** The piece of work that runs now; what comes in from one that is over or left off counts no more. */
  let running = 0
  const told = proxy((part: number, doing: Doing) => {
    if (progress.value) progress.value = { part, doing }
  })

  function reset(): void {
    running++
    importWorker.end()
    progress.value = undefined
    reading.value = undefined
    digest.value = undefined
    refusal.value = ''
    fileName.value = ''
  }

  async function work<T>(
    doing: Doing,
    does: (remote: Remote<ImportWorker>) => Promise<T>,
    then: (result: T) => void | Promise<void>,
  ): Promise<void> {
    const mine = ++running
    refusal.value = ''
    progress.value = { part: progress.value?.part ?? 0, doing }
    try {
      const result = await does(importWorker())
      if (mine === running) await then(result)
    } catch (error) {
      if (mine === running) refusal.value = sentenceOf(error)
    } finally {
      if (mine === running) progress.value = undefined
    }
  }

  async function read(file: File): Promise<void> {
    reset()
    done.value = ''
    const { pack } = catalog
    if (!pack) return
    fileName.value = file.name
    await work(
      'reading',
      async (from): Promise<FileReading> => from.read(file, pack, told),
      (result) => {
        reading.value = result
      },
    )
  }

  async function compare(rules: readonly MappingRule[]): Promise<void> {
    const models = catalog.pack?.models
    if (!models) return
    digest.value = undefined
    await work(
      'comparing',
      async (from): Promise<ListDigest | Remark> =>
        from.preview({ models }, JSON.parse(JSON.stringify(rules)) as MappingRule[], told),
      (result) => {
        if ('flaw' in result)
          refusal.value = say('exchange.lineRefused', {
            line: typeof result.at === 'number' ? result.at : 0,
            because: flawText(result.flaw, words),
          })
        else digest.value = result
      },
    )
  }

  async function takeIn(): Promise<void> {
    const base = catalog.inUse?.id ?? 0
    await work(
      'importing',
      (from) => from.takeIn(base, say('exchange.note', { file: fileName.value }).slice(0, 200), told),
      async (version: CatalogVersion) => {
        progress.value = { part: 1, doing: 'importing' }
        await catalog.refresh()
        const name = fileName.value
        reset()
        done.value = say('exchange.imported', { file: name, version: version.id })
      },
    )
  }

  /** Leaves the import off. What the server was doing at that moment is looked up, not guessed. */
  async function cancel(): Promise<void> {
    const before = catalog.inUse?.id
    reset()
    const mine = running
    try {
      await lookUp(mine)
    } catch (error) {
      if (running === mine) refusal.value = sentenceOf(error)
      return
    }
    // Another import has been begun since.
    if (running !== mine) return
    refusal.value = ''
    done.value =
      catalog.inUse?.id === before
        ? say('exchange.cancelled')
        : say('exchange.tooLate', { version: catalog.inUse?.id ?? '' })
  }

  /** Asks which version is in use, again and again while the server is too busy with what it is making to answer. */
  async function lookUp(mine: number): Promise<void> {
    for (let nth = 1; ; nth++)
      try {
        // The server’s list of versions waits for what it is making.
        await call('listCatalogVersions', { timeoutMs: 60_000 })
        return await catalog.refresh()
      } catch (error) {
        if (!(error instanceof ServerAway) || nth >= MOST_LOOKS || running !== mine) throw error
        refusal.value = say('exchange.lookingAgain')
        await new Promise((resolve) => setTimeout(resolve, LOOK_AGAIN_MS))
      }
  }

  return { fileName, progress, reading, digest, refusal, done, read, compare, takeIn, cancel, reset }
}

/** Errors lose their class on the way out of a worker, and keep their sentence. */
function sentenceOf(error: unknown): string {
  if (error instanceof ApiProblem) return error.message
  return error instanceof Error ? error.message : String(error)
}
