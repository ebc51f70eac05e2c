/** What `npm run perf` measures of the core, put together as the server has it. */
export * from '@benevox/core/catalog'
export { shopTimeOf, USUAL_OPENING } from '@benevox/core/clocks'
export { solve, solveBeginningWith } from '@benevox/core/decision'
export * from '@benevox/core/diagnosis'
export * from '@benevox/core/hand'
export * from '@benevox/core/price'
export * from '@benevox/core/procedure'
export * from '@benevox/core/route'
export * from '@benevox/core/twin'
export { SEEN } from '../../core/src/route/fixtures.ts'
export { demoPack } from '../../demo/demoPack.ts'
/** Both topics have a type of this name. */
export type { Question } from '@benevox/core/route'
