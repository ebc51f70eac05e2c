import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { readTogether } from './together.ts'

describe('what many read at one moment', () => {
  it('is told to each as it stood when they asked or later, by far fewer readings', async () => {
    const step = fc.constantFrom('ask', 'ask', 'write', 'end', 'fail')
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 60 }), async (steps) => {
        let written = 0
        const underWay: { readonly sees: number; readonly end: (fails: boolean) => void }[] = []
        let readings = 0
        const ask = readTogether(() => {
          readings++
          const sees = written
          return new Promise<number>((resolve, reject) => {
            underWay.push({ sees, end: (fails) => (fails ? reject(new Error('away')) : resolve(sees)) })
          })
        })
        const told: { readonly asked: number; readonly answer: Promise<number | undefined> }[] = []
        const settle = () => new Promise((resolve) => setImmediate(resolve))
        for (const one of steps) {
          if (one === 'ask') told.push({ asked: written, answer: ask().catch(() => undefined) })
          else if (one === 'write') written++
          else underWay.shift()?.end(one === 'fail')
          await settle()
          // Never two at a time.
          expect(underWay.length).toBeLessThan(2)
        }
        const most = 2 + steps.filter((one) => one === 'end' || one === 'fail').length
        expect(readings).toBeLessThanOrEqual(Math.min(most, told.length))
        for (; underWay.length > 0; await settle()) underWay.shift()?.end(false)
        for (const { asked, answer } of told) {
          const seen = await answer
          if (!steps.includes('fail')) expect(seen).toBeDefined()
          if (seen !== undefined) expect(seen).toBeGreaterThanOrEqual(asked)
        }
        // Whoever asks after all that is read for by themselves, also after failures.
        written++
        const last = ask()
        await settle()
        underWay.shift()?.end(false)
        expect(await last).toBe(written)
      }),
    )
  })

  it('that hangs is waited for by those alone who asked meanwhile: after that it is read anew', async () => {
    let clock = 0
    let readings = 0
    const ask = readTogether(
      () => (readings++ === 0 ? new Promise<string>(() => undefined) : Promise.resolve('read')),
      () => clock,
    )
    const first = ask()
    clock = 12_000
    const meanwhile = ask()
    clock = 12_001
    expect(await ask()).toBe('read')
    expect(await ask()).toBe('read')
    const late = Symbol('late')
    const inTime = (answer: Promise<unknown>) =>
      Promise.race([answer, new Promise((resolve) => setTimeout(resolve, 20, late))])
    expect(await Promise.all([first, meanwhile].map(inTime))).toEqual([late, late])
    expect(readings).toBe(3)
  })
})
