import { runnableFamily, USUAL_SITUATION, type Situation } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { nextTick, ref, shallowRef } from 'vue'
import { demoPack } from '../../../../demo/demoPack.ts'
import { useReplay, type Mistake } from './useReplay.ts'

const pack = demoPack()
function replayOf(
  familyId: string,
  wayId: string,
  mistake: Mistake = { kind: 'none' },
  more: Partial<Situation> = {},
) {
  const family = pack.families.find(({ id }) => id === familyId)
  const way = family?.methods.find(({ id }) => id === wayId)
  if (!family || !way) throw new Error(`${familyId}/${wayId}`)
  const machine = shallowRef(runnableFamily(pack, family).machine)
  const chosen = ref<Mistake>(mistake)
  const situation = ref<Situation>({ ...USUAL_SITUATION, ...more })
  const replay = useReplay(machine, shallowRef(way), situation, ref('median'), chosen)
  return { replay, chosen, situation, way }
}
type Replay = ReturnType<typeof replayOf>['replay']
const toTheEnd = (replay: Replay) => {
  for (let before = -1; before < replay.atMs.value;) {
    before = replay.atMs.value
    replay.go(1)
  }
}
const screens = (replay: Replay) =>
  replay.soFar.value.flatMap((one) =>
    one.kind === 'device' && one.seen.kind === 'screen' ? [one.seen.screen] : [],
  )
const endsOn = (...from: Parameters<typeof replayOf>) => {
  const { replay } = replayOf(...from)
  toTheEnd(replay)
  return replay.now.value?.state.screen
}

describe('a way watched on the twin', () => {
  it('goes from sight to sight and move to move, and back the same way', () => {
    const { replay } = replayOf('slide-at-dark', 'slide')
    const instants = [replay.atMs.value]
    for (let n = 0; n < 4; n++) {
      replay.go(1)
      instants.push(replay.atMs.value)
    }
    expect(instants).toEqual([...instants].sort((a, b) => a - b))
    expect(new Set(instants).size).toBe(instants.length)
    for (const ms of [...instants].reverse().slice(1)) {
      replay.go(-1)
      expect(replay.atMs.value).toBe(ms)
    }
  })
  it('shows the device as it is at the moment looked at: its screen, its keys, its cable', () => {
    const { replay } = replayOf('forced-off-data-gate', 'slide-until-menu')
    expect(replay.now.value?.held).toEqual(['volume-down', 'power'])
    expect(replay.now.value?.link).toBe('computer')
    while (replay.now.value?.state.screen !== 'dark') replay.go(1)
    expect(replay.now.value.held).toEqual(['volume-up', 'power'])
    toTheEnd(replay)
    expect(replay.now.value?.held).toEqual([])
    expect(replay.now.value?.state.screen).toBe('recovery-menu')
  })
  it('tells the cue before the move that answers it, and the screen after the press that brings it', () => {
    const { replay } = replayOf('slide-at-dark', 'slide')
    toTheEnd(replay)
    const lines = replay.soFar.value.map((one) =>
      one.kind === 'device'
        ? one.seen.kind === 'screen'
          ? one.seen.screen
          : one.seen.kind
        : one.action.input.kind,
    )
    const dark = lines.indexOf('dark')
    expect(lines[dark - 1]).not.toMatch(/^key/)
    expect(lines.slice(dark + 1, dark + 3).sort()).toEqual(['key-down', 'key-up'])
    expect(lines.indexOf('key-down')).toBeLessThan(lines.indexOf('power-menu'))
  })
  it('every way of every family ends where it should', () => {
    for (const family of pack.families)
      for (const { id, goal } of family.methods)
        expect([family.id, id, endsOn(family.id, id)]).toEqual([family.id, id, goal])
  })
})

describe('a mistake made on purpose', () => {
  // domain 6.4, in words of the trade: what each slip looks like. Common practice, no source.
  it('a slide too late: the logo and the lock screen', () => {
    const slide = 2
    expect(endsOn('slide-at-dark', 'slide', { kind: 'late', step: slide, ms: 300 })).toBe('recovery-menu')
    expect(endsOn('slide-at-dark', 'slide', { kind: 'late', step: slide, ms: 2500 })).toBe('lock-screen')
  })
  it('no data in the cable: one long buzz and a normal start', () => {
    const { replay } = replayOf('forced-off-data-gate', 'slide-until-menu', {
      kind: 'other-cable',
      link: 'charger',
    })
    toTheEnd(replay)
    const buzzes = replay.soFar.value.flatMap((one) =>
      one.kind === 'device' && one.seen.kind === 'buzz' ? [one.seen.buzz] : [],
    )
    expect(buzzes).toContain('long-buzz')
    expect(replay.now.value?.state.screen).toBe('lock-screen')
  })
  it('a dead volume-up never leads into recovery', () => {
    expect(endsOn('slide-at-dark', 'slide', { kind: 'dead-key', key: 'volume-up' })).not.toBe('recovery-menu')
  })
  it('the other volume key falls next door', () => {
    const mistake: Mistake = { kind: 'other-key', key: 'volume-up', instead: 'volume-down' }
    const { replay } = replayOf('let-power-go-by-count', 'from-off', mistake)
    toTheEnd(replay)
    expect(screens(replay)).toContain('download-page')
  })
  it('begins anew when it is changed, and what is on the device counts', async () => {
    const { replay, chosen, situation } = replayOf('slide-at-dark', 'slide')
    toTheEnd(replay)
    expect(replay.atMs.value).toBeGreaterThan(0)
    chosen.value = { kind: 'dead-key', key: 'power' }
    await nextTick()
    expect(replay.atMs.value).toBe(0)
    chosen.value = { kind: 'none' }
    situation.value = { ...USUAL_SITUATION, batteryPercent: 1 }
    await nextTick()
    toTheEnd(replay)
    expect(replay.endMs.value).toBeLessThan(900_000)
  })
})
