import { describe, expect, it } from 'vitest'
import { solveEach } from '../decision/index.ts'
import type { Experience } from '../results/index.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { asItIs, problemOf } from './decide.ts'
import { optionOf } from './figures.ts'
import { NOTHING_DONE, type Facts, type Progress } from './index.ts'

interface Told {
  readonly facts?: Facts
  readonly progress?: Partial<Progress>
  readonly experience?: Experience
}

/** Each option that is to be had with its own chance to solve it. */
function optionsOf(base: Facts, { facts, progress, experience }: Told = {}): ReadonlyMap<string, number> {
  const given = asItIs({
    facts: { ...base, ...facts },
    device: undefined,
    progress: { ...NOTHING_DONE, ...progress },
    prices: USUAL_PRICES,
    experience,
  })
  const problem = problemOf(given)
  return new Map(
    solveEach(problem).map((policy) => [
      policy.act?.id ?? '',
      Number(optionOf(policy, problem, given.prices).own.solved.toFixed(9)),
    ]),
  )
}
/** Options that came, went, or help more or less often than before. */
function changedBy(base: Facts, told: Told): readonly string[] {
  const [before, after] = [optionsOf(base), optionsOf(base, told)]
  return [...new Set([...before.keys(), ...after.keys()])]
    .filter((option) => before.get(option) !== after.get(option))
    .sort()
}

const ASKED: Facts = {
  hazard: 'none',
  deviceHere: 'yes',
  workManaged: 'no',
  legalMatter: 'no',
  ownership: 'receipt',
  registryAnswer: 'clean',
  imei: '490154203237518',
}
const STRANGERS: Facts = {
  ...ASKED,
  complaint: 'second-hand',
  sellerReachable: 'yes',
  proofOfPurchase: 'yes',
  carrierLocked: 'no',
}
const LOCKED: Facts = {
  ...ASKED,
  complaint: 'carrier-lock-only',
  carrierLocked: 'yes',
  contractRunning: 'no',
  originalCarrier: 'Any',
  carrierCountry: 'DE',
}
const seen = (worked: number, failed: number) => ({ worked, failed })

describe('one changed fact changes what it should and nothing else', () => {
  it.each<[string, Told, readonly string[]]>([
    ['the seller cannot be reached', { facts: { sellerReachable: 'no' } }, ['seller-removes-account']],
    ['the registry gave no answer', { facts: { registryAnswer: 'no-answer' } }, ['authorised-release']],
    ['the report names another model', { facts: { reportModel: 'other' } }, ['authorised-release']],
    ['the battery is low', { facts: { battery: 'below-20' } }, []],
    ['it has a memory card', { facts: { memoryCard: 'yes' } }, []],
    ['how the code would arrive', { facts: { secondStep: 'hardware-key' } }, []],
    ['by when it is needed', { facts: { neededBy: '2026-12-24' } }, []],
    [
      'the seller has refused',
      { progress: { failedActs: ['seller-removes-account'] } },
      ['seller-removes-account'],
    ],
    [
      'sellers have refused here',
      { experience: { 'previous-owner': seen(0, 9) } },
      ['seller-removes-account'],
    ],
    ['the service has helped here', { experience: { 'service-with-proof': seen(9, 0) } }, ['makers-service']],
    [
      'the service without proof, which there is',
      { experience: { 'service-without-proof': seen(0, 9) } },
      [],
    ],
    ['releases came here', { experience: { 'authorised-release': seen(9, 0) } }, ['authorised-release']],
    ['suppliers have failed here', { experience: { supplier: seen(0, 9) } }, []],
  ])('a stranger’s account: %s', (_, told, changed) => {
    expect(changedBy(STRANGERS, told)).toEqual(changed)
  })

  it.each<[string, Told, readonly string[]]>([
    ['the contract runs', { facts: { contractRunning: 'yes' } }, ['carrier-free']],
    ['by when it is needed', { facts: { neededBy: '2026-12-24' } }, []],
    ['it was bought elsewhere', { facts: { carrierCountry: 'DK' } }, []],
    ['the battery is low', { facts: { battery: 'below-20' } }, []],
    [
      'the carrier has refused',
      { progress: { failedActs: ['carrier-free'] } },
      ['carrier-free', 'carrier-order'],
    ],
    ['carriers have refused here', { experience: { carrier: seen(0, 9) } }, ['carrier-free']],
    ['carriers have refused those in contract', { experience: { 'carrier-in-contract': seen(0, 9) } }, []],
    ['suppliers have failed here, after the carrier', { experience: { supplier: seen(0, 9) } }, []],
    ['sellers have refused here', { experience: { 'previous-owner': seen(0, 9) } }, []],
  ])('a carrier lock: %s', (_, told, changed) => {
    expect(changedBy(LOCKED, told)).toEqual(changed)
  })
})
