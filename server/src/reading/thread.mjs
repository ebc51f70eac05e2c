// A thread of its own begins without what reads TypeScript: it is taken in first, then the tasks.
import { register } from 'tsx/esm/api'

register()
const { giveStored, laidOut, makeVersion, readChange, readAttempts, readMail } = await import('./tasks.ts')
export { giveStored, laidOut, makeVersion, readChange, readAttempts, readMail }
