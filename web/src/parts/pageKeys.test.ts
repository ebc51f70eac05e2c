import { effectScope, ref } from 'vue'
import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

vi.mock('@vueuse/core', () => ({ onKeyStroke: (press: (event: unknown) => void) => (stroke = press) }))
let stroke: (event: unknown) => void = () => undefined
const { keysNow, useKeyStrokes, usePageKeys } = await import('./pageKeys.ts')

let nowMs = 0
/** As a browser tells it, with nothing focused; then, where nobody says otherwise, a person’s pause. */
function pressed(key: string, pauseMs = 150): { readonly preventDefault: ReturnType<typeof vi.fn> } {
  const event = { key, target: {}, timeStamp: nowMs, preventDefault: vi.fn() }
  stroke(event)
  nowMs += pauseMs
  vi.advanceTimersByTime(pauseMs)
  return event
}
for (const name of ['Button', 'Anchor', '', 'Input', 'TextArea', 'Select'])
  vi.stubGlobal(`HTML${name}Element`, function () {
    return undefined
  })
vi.stubGlobal('document', { querySelector: () => null })

beforeEach(() => {
  vi.useFakeTimers()
  // Whatever came before is long over.
  nowMs += 1000
})
afterEach(() => vi.useRealTimers())

describe('the keys of a page', () => {
  useKeyStrokes()
  it('do what their component says while it lives, and only when it does that', () => {
    const scope = effectScope()
    const isOn = ref(false)
    const press = vi.fn()
    scope.run(() => usePageKeys({ key: 'x', does: 'keyHelp.wrong', when: () => isOn.value, press }))
    expect(pressed('x').preventDefault).not.toHaveBeenCalled()
    isOn.value = true
    expect(keysNow.value.map(({ key }) => key)).toEqual(['x'])
    expect(pressed('X').preventDefault).toHaveBeenCalledOnce()
    expect(press).toHaveBeenCalledOnce()
    scope.stop()
    expect(keysNow.value).toEqual([])
    pressed('x')
    expect(press).toHaveBeenCalledOnce()
  })
  it('are told which figure it was; one that was not for it after all goes on to others', () => {
    const scope = effectScope()
    const press = vi.fn(() => false)
    scope.run(() => {
      usePageKeys({ key: 'digit', does: 'keyHelp.answerQuestion', press })
      usePageKeys({ key: ' ', does: 'keyHelp.next', press })
    })
    expect(pressed('2').preventDefault).toHaveBeenCalledOnce()
    expect(press).toHaveBeenCalledWith(2, '2')
    expect(pressed(' ').preventDefault).not.toHaveBeenCalled()
    scope.stop()
  })
  it('are a person’s in their order and never a scanner’s, whatever is typed between', () => {
    // A person’s keys, or a code of a scanner, large letters with their key before them, and its Enter.
    const person = fc.record({
      key: fc.constantFrom('1', '7', 'x', '-', ' '),
      pauseMs: fc.integer({ min: 41, max: 400 }),
    })
    const scanned = fc
      .tuple(
        fc.stringMatching(/^[A-Za-z0-9+*-]{2,16}$/),
        fc.integer({ min: 1, max: 38 }),
        fc.integer({ min: 90, max: 400 }),
      )
      .map(([code, gapMs, pauseMs]) => [
        ...[...code].flatMap((key) => [
          ...(/[A-Z]/.test(key) ? [{ key: 'Shift', pauseMs: 0 }] : []),
          { key, pauseMs: gapMs },
        ]),
        { key: 'Enter', pauseMs },
      ])
    const hands = fc.array(
      fc.oneof(
        person.map((one) => [one]),
        scanned,
      ),
      { maxLength: 12 },
    )
    for (const takesBack of [false, true])
      fc.assert(
        fc.property(hands, (strokes) => {
          const done: string[] = []
          const scope = effectScope()
          const press = (_: number, typed: string) => done.push(typed)
          scope.run(() => {
            usePageKeys({
              key: 'digit',
              does: 'keyHelp.answerQuestion',
              press,
              ...(takesBack ? { takeBack: () => done.pop() } : {}),
            })
            usePageKeys({ key: 'x', does: 'keyHelp.wrong', press })
            usePageKeys({ key: ' ', does: 'keyHelp.next', press })
            usePageKeys({ key: '-', does: 'keyHelp.later', press })
          })
          // Whatever came before is long over.
          nowMs += 1000
          for (const { key, pauseMs } of strokes.flat()) pressed(key, pauseMs)
          vi.advanceTimersByTime(1000)
          scope.stop()
          expect(done).toEqual(strokes.flatMap((one) => (one.length === 1 && one[0] ? [one[0].key] : [])))
        }),
      )
  })
  it('do not do later what their component no longer does', () => {
    const scope = effectScope()
    const press = vi.fn()
    scope.run(() => usePageKeys({ key: 'x', does: 'keyHelp.wrong', press }))
    pressed('x', 10)
    scope.stop()
    vi.advanceTimersByTime(1000)
    expect(press).not.toHaveBeenCalled()
  })
  it('have no meaning where two claim one: that is refused and said', () => {
    const scope = effectScope()
    const fault = vi.spyOn(console, 'error').mockReturnValue(undefined)
    const [one, other] = [vi.fn(), vi.fn()]
    scope.run(() => {
      usePageKeys({ key: 'x', does: 'keyHelp.wrong', press: one })
      usePageKeys({ key: 'x', does: 'keyHelp.toDevice', press: other })
    })
    pressed('x')
    expect([one.mock.calls.length, other.mock.calls.length]).toEqual([0, 0])
    expect(fault).toHaveBeenCalledWith('The key x means keyHelp.wrong and keyHelp.toDevice')
    scope.stop()
    fault.mockRestore()
  })
})
