export * from './chance.ts'
export * from './differences.ts'
export * from './tries.ts'
