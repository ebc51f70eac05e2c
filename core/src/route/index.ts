export { answer, secondStep, type Answer, type SecondStep } from '../account/index.ts'
export { answersTo, askNext, MAY_CHANGE, ORDINARY, Valuer, type Question, type WhyAsked } from './ask.ts'
export { resetSolves } from './acts.ts'
export { optionBars, type OptionBar, type Stretch } from './bars.ts'
export * from './basis.ts'
export * from './before.ts'
export * from './carriers.ts'
export * from './change.ts'
export type { Choice, Decision, Given, Reason, ReasonCode } from './decide.ts'
export { decide, problemOf } from './decide.ts'
export * from './device.ts'
export * from './facts.ts'
export {
  coursesOf,
  figuresOf,
  HOW_IT_ENDS,
  type Figures,
  type HowItEnds,
  type Option,
  type RoutePolicy,
  type WholeCourse,
} from './figures.ts'
export * from './foresee.ts'
export * from './gates.ts'
export * from './locks.ts'
export type { End } from './place.ts'
export * from './priors.ts'
export * from './promise.ts'
export * from './route.ts'
export * from './sources.ts'
export * from './station.ts'
export * from './terms.ts'
export { remembersAfter, USUAL_TOOK } from './usual.ts'
export { keysLeadThere, resetsWithout } from './worlds.ts'
