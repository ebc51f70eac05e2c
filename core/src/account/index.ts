export * from './foresight.ts'
export * from './words.ts'
