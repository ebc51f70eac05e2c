export * from './check.ts'
export * from './list.ts'
export * from './rules.ts'
export * from './table.ts'
