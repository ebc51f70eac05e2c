export * from './foresight.ts'
