export * from './bill.ts'
export * from './cash.ts'
export * from './priceList.ts'
export * from './quote.ts'
