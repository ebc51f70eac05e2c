export * from './plan.ts'
export * from './steps.ts'
