import { USUAL_SITUATION } from '@benevox/core/twin'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { computed, effectScope, reactive, ref, type Ref } from 'vue'
import { smallFamily } from '../../../../core/test/smallFamily.ts'
import { evolve, viewOf, type JobEvent, type JobState } from '@benevox/core/job'
import { USUAL_PRICES } from '@benevox/core/price'
import { useMenuPlace } from './useMenuPlace.ts'

const ENTERED = '2026-01-01T09:00:00.000Z'
/** A recovery that goes back to the lock screen after 15 s without a key, and its last question to the list. */
const { family } = smallFamily({
  start: 'lock',
  menus: {
    list: {
      screen: 'recovery-menu',
      title: 'The list',
      items: [
        { id: 'restart', label: 'reboot system now', to: 'lock' },
        { id: 'wipe', label: 'wipe data', to: 'last@no' },
      ],
      next: 'volume-down',
      choose: { key: 'power', press: 'short' },
      transitions: [{ on: { kind: 'idle', time: 15_000 }, to: 'lock' }],
    },
    last: {
      screen: 'question',
      title: 'The last question',
      items: [
        { id: 'no', label: 'No', to: 'list@restart' },
        { id: 'yes', label: 'Yes', to: 'wiping', effects: ['wipe-data'] },
      ],
      next: 'volume-down',
      choose: { key: 'power', press: 'short' },
      transitions: [{ on: { kind: 'idle', time: 15_000 }, to: 'list@restart' }],
    },
  },
  states: {
    lock: {
      screen: 'lock-screen',
      transitions: [{ on: { kind: 'hold', keys: ['power'], time: 5000 }, to: 'list@restart' }],
    },
    wiping: {
      screen: 'wiping',
      transitions: [{ on: { kind: 'after', time: 5000 }, to: 'list@restart' }],
    },
  },
})
const job: JobState = {
  ...evolve(undefined, {
    kind: 'opened',
    at: ENTERED,
    by: 'Runa',
    id: 1,
    ticket: 'B1001',
    pricesId: 1,
    catalogId: 1,
  }),
}
const shownAs = (state: JobState) => viewOf(state, { device: undefined, prices: USUAL_PRICES })

function open(state: JobState, now: Ref<Date>) {
  const seen = reactive({
    id: 1,
    situation: USUAL_SITUATION,
    methodThatLedIn: undefined,
    saved: shownAs(state),
  })
  const places = effectScope().run(() =>
    useMenuPlace(
      seen,
      computed(() => family),
      computed(() => false),
      now,
    ),
  )
  if (!places) throw new Error('No scope')
  return { job: seen, places }
}

const ENTERS: JobEvent = {
  kind: 'step-made',
  step: { key: 'enters', at: ENTERED, by: 'Runa', change: { kind: 'in-recovery' } },
}

describe('a menu that leaves by itself', () => {
  beforeEach(() => setActivePinia(createPinia()))
  function menus() {
    const now = ref(new Date(ENTERED))
    const { places } = open(evolve(job, ENTERS), now)
    const after = (seconds: number) => (now.value = new Date(Date.parse(ENTERED) + seconds * 1000))
    return { places, after }
  }

  it('is told while it stays, and shows nothing to press once it may be gone', () => {
    const { places, after } = menus()
    places.atMenu('list')
    after(14)
    expect([places.isGone.value, places.staysMs.value]).toEqual([false, 1000])
    after(16)
    expect([places.isGone.value, places.leavesFor.value]).toEqual([true, 'lock screen'])
    expect(places.hasLeft()).toBe(false)
  })
  it('begins its time again with each key told, and goes where the device goes', () => {
    const { places, after } = menus()
    places.atMenu('list')
    after(10)
    places.given(places.toWipe.value?.beforeLastQuestion ?? [])
    expect(places.state.value?.cursor?.menu).toBe('last')
    after(24)
    expect(places.isGone.value).toBe(false)
    after(26)
    expect([places.isGone.value, places.leavesFor.value]).toEqual([true, 'The list'])
    places.keyPressed()
    expect(places.isGone.value).toBe(false)
    after(42)
    expect(places.hasLeft()).toBe(true)
    expect([places.state.value?.cursor?.menu, places.isGone.value]).toEqual(['list', false])
  })
})

describe('a stay in recovery', () => {
  beforeEach(() => setActivePinia(createPinia()))
  const inRecovery = (key: string, minute: number): JobEvent => ({
    kind: 'step-made',
    step: { key, at: `2026-01-01T09:0${minute}:00.000Z`, by: 'Runa', change: { kind: 'in-recovery' } },
  })
  const now = ref(new Date(ENTERED))
  function placesOf(events: readonly JobEvent[]) {
    const { job: seen, places } = open(events.reduce(evolve, job), now)
    const told = (...more: readonly JobEvent[]) => (seen.saved = shownAs(more.reduce(evolve, seen.saved)))
    return { places, told }
  }

  it('opens where recovery opens, though the one before, undone as pressed too early, was at the last question', () => {
    const { places, told } = placesOf([inRecovery('first', 0)])
    places.given(places.toWipe.value?.beforeLastQuestion ?? [])
    expect(places.state.value?.cursor?.menu).toBe('last')
    const undone: JobEvent = {
      kind: 'taken-back',
      what: { kind: 'step', key: 'first' },
      reason: 'too early',
      by: 'Runa',
      at: ENTERED,
    }
    told(undone, inRecovery('second', 1))
    expect(places.state.value?.cursor?.menu).toBe('list')
  })
  it('stays where it was told to be when another says “in recovery” too', () => {
    const { places, told } = placesOf([inRecovery('third', 0)])
    places.given(places.toWipe.value?.beforeLastQuestion ?? [])
    told(inRecovery('fourth', 1))
    expect(places.state.value?.cursor?.menu).toBe('last')
  })
})
