export * from './compile.ts'
export * from './machine.ts'
export * from './twin.ts'
export * from './runnable.ts'
