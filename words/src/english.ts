import './everyLanguage.ts'
import { wordsIn } from './words.ts'

/** For whoever reads without the interface: logs, programs, the terminal. By Greenwich. */
export const ENGLISH = wordsIn('en', { zone: 'UTC', country: 'GB' })
