export * from './guesses.ts'
export * from './people.ts'
export * from './settings.ts'
