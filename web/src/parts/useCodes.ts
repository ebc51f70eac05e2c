import { wrap } from 'comlink'
import type { CodesWorker } from '../workers/codes.worker.ts'

let worker: ReturnType<typeof wrap<CodesWorker>> | undefined

/** Every code in a picture, read in a worker. @throws Error where the picture cannot be read at all */
export async function readCodes(picture: Blob | ImageData): Promise<readonly string[]> {
  worker ??= wrap<CodesWorker>(
    new Worker(new URL('../workers/codes.worker.ts', import.meta.url), { type: 'module' }),
  )
  return worker.read(picture)
}
