import { wordsIn } from './words.ts'

/** For tests: English by Greenwich. */
export const ENGLISH = wordsIn('en', { zone: 'UTC', country: 'GB' })
