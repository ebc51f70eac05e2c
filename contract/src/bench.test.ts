import { describe, expect, it } from 'vitest'
import { recordStepBody, TOLD_STEPS } from './bench.ts'

const AT = '2026-01-05T10:00:00.000Z'

describe('a step on the wire', () => {
  const told = { key: '0b6a4a36-8a0e-4b9c-9d3e-5f2a7c1d9e10', at: AT }
  it('stands on the version that was seen, or on a name; not on both, nor on neither', () => {
    const change = { kind: 'in-recovery' }
    expect(recordStepBody.safeParse({ version: 3, change }).success).toBe(true)
    expect(recordStepBody.safeParse({ told, change }).success).toBe(true)
    expect(recordStepBody.safeParse({ version: 3, told, change }).success).toBe(false)
    expect(recordStepBody.safeParse({ change }).success).toBe(false)
  })
  it('what opens a gate or shows the last presses is never merely told', () => {
    for (const kind of ['revealed', 'right-device', 'chose-method', 'did-not-help'] as const)
      expect(TOLD_STEPS).not.toContain(kind)
  })
})
