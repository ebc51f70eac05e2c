// A thread of its own begins without what reads TypeScript: it is taken in first, then the printer.
import { register } from 'tsx/esm/api'

register()
const { printed } = await import('./print.ts')
export { printed }
