import { effectScope, ref } from 'vue'
import { describe, expect, it, vi } from 'vitest'

vi.mock('@vueuse/core', () => ({ onKeyStroke: (press: (event: unknown) => void) => (stroke = press) }))
let stroke: (event: unknown) => void = () => undefined
const { keysNow, useKeyStrokes, usePageKeys } = await import('./pageKeys.ts')

/** As a browser tells it, with nothing focused. */
function pressed(key: string): { readonly preventDefault: ReturnType<typeof vi.fn> } {
  const event = { key, target: {}, preventDefault: vi.fn() }
  stroke(event)
  return event
}
for (const name of ['Button', 'Anchor', '', 'Input', 'TextArea', 'Select'])
  vi.stubGlobal(`HTML${name}Element`, function () {
    return undefined
  })
vi.stubGlobal('document', { querySelector: () => null })

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
    const press = vi.fn()
    scope.run(() =>
      usePageKeys({ key: 'digit', does: 'keyHelp.answerQuestion', press: (n) => (n > 2 ? false : press(n)) }),
    )
    expect(pressed('2').preventDefault).toHaveBeenCalledOnce()
    expect(press).toHaveBeenCalledWith(2)
    expect(pressed('7').preventDefault).not.toHaveBeenCalled()
    scope.stop()
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
