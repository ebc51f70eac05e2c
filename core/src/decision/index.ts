export * from './problem.ts'
export * from './solve.ts'
export * from './spread.ts'
export * from './undominated.ts'
