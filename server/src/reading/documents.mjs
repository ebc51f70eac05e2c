// A thread of its own begins without what reads TypeScript: it is taken in first, then what makes documents anew.
import { register } from 'tsx/esm/api'

register()
const { clean } = await import('../intake/clean.ts')
export { clean }
