import type { Cue } from '@benevox/core/catalog'
import { placesOf, placeSeen, wayOffFrom, wayOnFrom } from '@benevox/core/diagnosis'
import type { PathStep } from '@benevox/core/method'
import { durationsAt, Twin, USUAL_SITUATION, type Machine } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { machineOf, pack, press } from './families.ts'

const PLACES = ['robot', 'service-menu', 'bootloader-page', 'download-page'] as const
const families = pack.families.map((family) => ({ family, machine: machineOf(family), prior: 1 }))
const standing = families.flatMap((of) =>
  PLACES.filter((place) => of.machine.states.some(({ screen }) => screen === place)).map((place) => ({
    name: `${of.family.id}, ${place}`,
    of,
    place,
  })),
)

/** Does the inputs on a twin that stands in a state, and waits a while. @returns the screens that came */
const doneOn = (machine: Machine, from: number, steps: readonly PathStep[]) =>
  screensOf(afterwards(machine, from, steps))
function afterwards(machine: Machine, from: number, steps: readonly PathStep[]): Twin {
  const twin = new Twin(machine, from, USUAL_SITUATION, durationsAt(machine, 'median'))
  for (const { input } of steps) press(twin, input)
  twin.advanceTo(twin.nowMs + 60_000)
  return twin
}
const screensOf = ({ observations }: Twin): readonly Cue[] =>
  observations.flatMap((seen) => (seen.kind === 'screen' ? [seen.screen] : []))

describe('a place is gone on from', () => {
  it('there are such places among the demo’s families', () => {
    expect(new Set(standing.map(({ place }) => place)).size).toBe(PLACES.length)
  })
  it.each(standing)(
    '$name: what is said leads to recovery on the twin, or out of the place',
    ({ of, place }) => {
      const on = wayOnFrom(of, place, USUAL_SITUATION)
      if (on?.kind === 'inputs') {
        for (const { state, steps } of on.ways) {
          expect(of.machine.states[state]?.screen).toBe(place)
          expect(doneOn(of.machine, state, steps)).toContain('recovery-menu')
        }
      } else if (on) {
        expect([place, on.kind]).toEqual(['download-page', 'leave'])
        expect(on.kind === 'leave' && on.method.from).toBe('in-download')
      } else {
        // Nothing is promised where no keys lead on: the family has no way out of that place at all.
        expect(
          of.family.methods.some(({ from }) => from === 'in-download' && place === 'download-page'),
        ).toBe(false)
      }
    },
  )
  it.each(standing)('$name: it is left with nothing deleted, from whatever it opens on', ({ of, place }) => {
    expect(placesOf(of)).toContain(place)
    const off = wayOffFrom(of, place, USUAL_SITUATION)
    if (off?.kind === 'inputs')
      for (const { state, steps } of off.ways) {
        const twin = afterwards(of.machine, state, steps)
        expect(screensOf(twin)).toContain('lock-screen')
        expect(twin.wiped).toBe(false)
        // Through no other page where the page itself has a line that leads out.
        if (place === 'bootloader-page') expect(screensOf(twin)).not.toContain('robot')
      }
    else expect([place, off?.kind]).toEqual(['download-page', 'leave'])
  })
  it('in recovery one is there', () => {
    for (const of of families) expect(wayOnFrom(of, 'recovery-menu', USUAL_SITUATION)?.kind).toBe('there')
  })
})

describe('where a device stands, by what was seen', () => {
  it.each([
    [['robot'], 'robot'],
    [['long-buzz', 'bootloader-page'], 'bootloader-page'],
    [['bootloader-page', 'robot'], 'robot'],
    [['robot', 'lock-screen'], undefined],
    [['lock-screen', 'robot'], 'robot'],
    [['charge-percent', 'logo'], undefined],
    [[], undefined],
  ] as const)('%j: %s', (seen, place) => expect(placeSeen(seen)).toBe(place))
})
