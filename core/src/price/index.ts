export * from './priceList.ts'
export * from './quote.ts'
