export * from './people.ts'
export * from './settings.ts'
