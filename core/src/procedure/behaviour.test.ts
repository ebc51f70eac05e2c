import { expect, it } from 'vitest'
import { demoPack } from '../../../demo/demoPack.ts'
import { composeFamily, transition } from '../catalog/index.ts'
import { conditionWords, doesWords, triggerWords } from './index.ts'

/** What a form says of what leads out of a screen. */
it.each([
  [{ kind: 'after', time: 1300 }, 'after 1.3 s'],
  [{ kind: 'after', time: 'force-off' }, 'after “force off”'],
  [{ kind: 'hold', keys: ['power', 'volume-up'], time: 'dark' }, 'power + volume-up held for “dark”'],
  [
    { kind: 'hold', keys: ['power'], time: 700, from: 'fresh', ignore: ['volume-up'] },
    'power held for 0.7 s, pressed here, whether or not volume-up is held',
  ],
  [{ kind: 'press', key: 'power' }, 'power pressed'],
  [{ kind: 'press', key: 'power', times: 2, rest: 600 }, 'power pressed twice, then nothing for 0.6 s'],
  [
    { kind: 'press', key: 'volume-up', times: 3, with: ['power'] },
    'volume-up pressed 3 times with power held',
  ],
  [{ kind: 'long-press', key: 'crown', time: 2000 }, 'crown pressed long (2 s)'],
  [{ kind: 'turn', key: 'crown', by: 'down' }, 'turn crown down'],
  [{ kind: 'link', to: ['none', 'charger'] }, 'the cable is changed to no cable or a charger'],
  [{ kind: 'fold', to: ['open', 'half-open'] }, 'it is folded open or half open'],
  [{ kind: 'tap', on: 'power-off' }, '“power off” tapped'],
  [{ kind: 'type-shown', right: false }, 'another word typed'],
  [{ kind: 'idle', time: 'leaves', from: 'carried' }, 'no input for “leaves”, counted from before'],
])('%j is “%s”', (on, says) => {
  expect(triggerWords(transition.parse({ on, to: 'a' }).on, 'en')).toBe(says)
})

it('a condition and what is done are lists, and nothing where nothing is', () => {
  const one = transition.parse({
    on: { kind: 'after', time: 1 },
    if: { held: [], links: ['charger'], postures: ['open'], batteryFrom: 20, wiped: false },
    to: 'a',
    cues: ['short-buzz'],
    effects: ['wipe-data'],
    chargedTo: 40,
  })
  expect(conditionWords(one.if, 'en')).toBe(
    'no key is held, on the cable: a charger, folded open, battery at 20 % or more, before the reset',
  )
  expect(doesWords(one, 'en')).toBe('short buzz, deletes everything, is charged to 40 %')
  expect([conditionWords({}, 'en'), doesWords({ cues: [], effects: [] }, 'en')]).toEqual(['', ''])
})

it('whatever the demo’s families do has its words, with no name of the format in them', () => {
  const pack = demoPack()
  for (const family of pack.families) {
    const { states, menus } = composeFamily(pack, family).composed
    for (const { transitions } of [...states.values(), ...menus.values()])
      for (const { on, if: guard } of transitions) {
        expect(triggerWords(on, 'en')).toMatch(/^\S.*\S$/)
        expect(`${triggerWords(on, 'en')} ${conditionWords(guard, 'en')}`).not.toMatch(
          /undefined|-press|data-headset/,
        )
      }
  }
})
