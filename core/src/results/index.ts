export * from './chance.ts'
export * from './differences.ts'
export * from './durations.ts'
export * from './attempts.ts'
