export * from './consent.ts'
export * from './letters.ts'
export * from './language.ts'
