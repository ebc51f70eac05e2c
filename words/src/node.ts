/** The room of the words for programs that speak to everybody: every language is known from the start. */
import './everyLanguage.ts'

export { ENGLISH } from './english.ts'
export * from './index.ts'
