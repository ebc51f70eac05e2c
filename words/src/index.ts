export * from './agreement.ts'
export * from './letters.ts'
export * from './words.ts'
