import { composeFamily } from '@benevox/core/catalog'
import { seeded } from '@benevox/core/hand'
import { durationsAt, runnableFamily, Twin, USUAL_SITUATION, type TwinInput } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from '../../../../../demo/demoPack.ts'
import { BOX_HEIGHT, boxOf, machineMap } from './machineMap.ts'

const pack = demoPack()
const HISTORIES = 30
const INPUTS = 40

describe.each(pack.families.map((family) => [family.id, family] as const))('the map of %s', (_, family) => {
  const { composed } = composeFamily(pack, family)
  const { machine } = runnableFamily(pack, family)
  const map = machineMap(family, composed)
  const leads = new Set(map.lines.map(({ from, to }) => `${from} > ${to}`))
  const random = seeded(family.id.length)
  /** A menu runs as one state a line: `menu#2`. */
  const boxAt = (name: string) => boxOf(family, name.replace(/#\d+$/, ''))
  const oneOf = <One>(some: readonly One[]): One | undefined => some[Math.floor(random() * some.length)]

  /** What a hand may do next: what the screen answers to, or anything else. */
  function anything(twin: Twin): TwinInput | undefined {
    const { trigger } = oneOf(twin.state.transitions) ?? {}
    switch (random() < 0.5 ? trigger?.kind : undefined) {
      case 'tap':
        return trigger?.kind === 'tap' ? { kind: 'tap', on: trigger.on } : undefined
      case 'type':
        return trigger?.kind === 'type' ? { kind: 'type', word: trigger.word } : undefined
      case 'turn':
        return trigger?.kind === 'turn'
          ? { kind: 'turn', key: machine.keys[trigger.key] ?? 'power', by: trigger.by }
          : undefined
    }
    const key = oneOf(machine.keys)
    const link = oneOf(machine.links)
    const to = oneOf(machine.postures)
    const drawn = random()
    if (to && drawn < 0.1) return { kind: 'fold', to }
    if (link && drawn < 0.2) return { kind: 'link', link }
    return key && { kind: twin.heldKeys.includes(key) ? 'key-up' : 'key-down', key }
  }

  it('has a line wherever the simulator is seen to go from box to box', () => {
    let seen = 0
    const starts = Object.values(machine.starts)
    for (let n = 0; n < HISTORIES; n++) {
      const twin = new Twin(machine, oneOf(starts) ?? 0, USUAL_SITUATION, durationsAt(machine, 'median'))
      let here = boxAt(twin.state.name)
      /** One box may be gone through in no time. */
      const goneOn = () => {
        const there = boxAt(twin.state.name)
        if (there !== here) {
          seen++
          const through = map.boxes.some(
            ({ name }) => leads.has(`${here} > ${name}`) && leads.has(`${name} > ${there}`),
          )
          expect([`${here} > ${there}`, leads.has(`${here} > ${there}`) || through]).toEqual([
            `${here} > ${there}`,
            true,
          ])
        }
        here = there
      }
      for (let step = 0; step < INPUTS; step++) {
        const input = anything(twin)
        if (input) twin.apply(twin.nowMs, [input])
        goneOn()
        const untilMs = twin.nowMs + random() * 12_000
        while (twin.nextDeadlineMs() <= untilMs) {
          twin.advanceTo(twin.nextDeadlineMs())
          goneOn()
        }
        twin.advanceTo(untilMs)
      }
    }
    if (map.boxes.length > 1) expect(seen).toBeGreaterThan(0)
  })

  it('has no line that nothing takes', () => {
    const taken = new Set(
      machine.states.flatMap(({ name, transitions }) =>
        transitions.map(({ to }) => `${boxAt(name)} > ${boxAt(machine.states[to]?.name ?? '')}`),
      ),
    )
    for (const line of leads) expect(taken).toContain(line)
  })

  it('draws every line from the box it leaves to the box it enters', () => {
    const boxes = new Map(map.boxes.map((box) => [box.name, box]))
    for (const { from, to, points } of map.lines) {
      const ends = points.split(' ').map((point) => point.split(',').map(Number) as [number, number])
      for (const [name, end] of [
        [from, ends[0]],
        [to, ends.at(-1)],
      ] as const) {
        const box = boxes.get(name)
        if (!box || !end) throw new Error(`${from} > ${to} has no end.`)
        expect(end[0]).toBeGreaterThanOrEqual(box.x - 1)
        expect(end[0]).toBeLessThanOrEqual(box.x + box.width + 1)
        expect(end[1]).toBeGreaterThanOrEqual(box.y - 1)
        expect(end[1]).toBeLessThanOrEqual(box.y + BOX_HEIGHT + 1)
      }
    }
  })
})
