import type { CodesWorker } from '../workers/codes.worker.ts'
import { useWorker } from './useWorker.ts'

const codesWorker = useWorker<CodesWorker>(
  () => new Worker(new URL('../workers/codes.worker.ts', import.meta.url), { type: 'module' }),
)

/** Every code in a picture, read in a worker. @throws Error where the picture cannot be read at all */
export async function readCodes(picture: Blob | ImageData): Promise<readonly string[]> {
  return codesWorker().read(picture)
}
