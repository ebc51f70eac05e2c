// A thread of its own begins without what reads TypeScript: it is taken in first, then the tasks.
import { register } from 'tsx/esm/api'

register()
const { laidOut, makeVersion, readChange, readStored, readTries } = await import('./tasks.ts')
export { laidOut, makeVersion, readChange, readStored, readTries }
