export * from './looksLikeSecret.ts'
