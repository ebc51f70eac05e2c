/** The room of the words for programs that speak to everybody: every language is known from the start. */
export { ENGLISH } from './english.ts'
export * from './index.ts'
