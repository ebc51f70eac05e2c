export * from './chartDrawing.ts'
export * from './conditionDrawing.ts'
export * from './deviceDrawing.ts'
export * from './drawing.ts'
