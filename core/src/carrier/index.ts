export * from './choice.ts'
export * from './plan.ts'
export * from './steps.ts'
