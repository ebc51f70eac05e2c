import type { Job } from '@benevox/contract'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Pending } from './pending.ts'

const kept = new Map<string, string>()
beforeEach(() => {
  kept.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  })
})
const job = (facts: Job['facts'], name = '') => ({ facts, customer: { name, contact: '' } }) as Job

describe('answers that are not acknowledged yet', () => {
  it('outlive a reload, and leave nothing behind once acknowledged', () => {
    const pending = new Pending().withFact('battery', 'below-20').withCustomer({ name: 'Q. Test' })
    pending.store(7)
    expect(Pending.restored(7)).toEqual(pending)
    expect(Pending.restored(8).isEmpty).toBe(true)
    pending.without(pending).store(7)
    expect(kept.size).toBe(0)
  })
  it('keep what was changed again while they were being sent', () => {
    const sent = new Pending()
      .withFact('battery', 'below-20')
      .withFact('wrongTries', 3)
      .withCustomer({ name: 'Q' })
    const now = sent.withFact('wrongTries', 31).withCustomer({ name: 'Q. Test' })
    expect(now.without(sent)).toEqual(new Pending({ wrongTries: 31 }, { name: 'Q. Test' }))
  })
  it('keep an answer that was taken back', () => {
    const sent = new Pending().withFact('hazard', 'none')
    expect(sent.withFact('hazard', null).without(sent).facts).toEqual({ hazard: null })
  })
})

describe('whether two people met on the same answer', () => {
  const mine = new Pending().withFact('battery', 'external-power')
  it('they did when the other changed it to something else', () => {
    expect(mine.meets(job({}), job({ battery: 'below-20' }))).toBe(true)
    expect(new Pending().withCustomer({ name: 'A' }).meets(job({}, ''), job({}, 'B'))).toBe(true)
    expect(
      new Pending()
        .withFact('battery', null)
        .meets(job({ battery: 'unknown' }), job({ battery: 'below-20' })),
    ).toBe(true)
  })
  it('they did not when the other changed something else, or the same to the same', () => {
    expect(mine.meets(job({}), job({ hazard: 'none' }))).toBe(false)
    expect(mine.meets(job({}), job({ battery: 'external-power' }))).toBe(false)
    expect(mine.meets(job({ battery: 'unknown' }), job({ battery: 'unknown' }))).toBe(false)
  })
  it('remembers, over a reload too, that a text was looked at and is no secret', () => {
    const pending = new Pending().withFact('ownershipNote', 'Label 4711').withNoSecret('ownershipNote')
    pending.store(7)
    expect(Pending.restored(7).noSecret).toEqual(['ownershipNote'])
    expect(Pending.restored(7).withNoSecret('ownershipNote').noSecret).toEqual(['ownershipNote'])
  })
})
