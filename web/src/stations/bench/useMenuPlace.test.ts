import { USUAL_SITUATION } from '@benevox/core/twin'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { computed, effectScope, ref } from 'vue'
import { smallFamily } from '../../../../core/test/smallFamily.ts'
import { evolve, viewOf, type JobState } from '@benevox/core/job'
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
const saved = {
  ...viewOf(job, { device: undefined, prices: USUAL_PRICES }),
}

describe('a menu that leaves by itself', () => {
  beforeEach(() => setActivePinia(createPinia()))
  function menus() {
    const now = ref(new Date(ENTERED))
    const places = effectScope().run(() =>
      useMenuPlace(
        {
          id: 1,
          situation: USUAL_SITUATION,
          methodThatLedIn: undefined,
          saved: { ...saved, bench: { ...saved.bench, inRecoveryAt: ENTERED } },
        },
        computed(() => family),
        computed(() => false),
        now,
      ),
    )
    if (!places) throw new Error('No scope')
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
