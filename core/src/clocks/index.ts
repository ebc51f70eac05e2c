export * from './charge.ts'
export * from './publicHolidays.ts'
export * from './wrongTries.ts'
export * from './workingDays.ts'
