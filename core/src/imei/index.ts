export * from './candidates.ts'
export * from './checkDigit.ts'
export * from './compare.ts'
export * from './reading.ts'
