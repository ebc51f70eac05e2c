export * from './foresight.ts'
export * from './plan.ts'
export * from './steps.ts'
export * from './waits.ts'
