import { describe, expect, it } from 'vitest'
import { USUAL_SITUATION, type MachineGuard } from './machine.ts'
import { Surroundings } from './surroundings.ts'

const guard = (more: Partial<MachineGuard>): MachineGuard => ({
  fresh: false,
  ignore: 0,
  always: false,
  ...more,
})
function around(more: Partial<typeof USUAL_SITUATION> = {}): Surroundings {
  const made = new Surroundings()
  made.take({ ...USUAL_SITUATION, ...more })
  return made
}

describe('what is on a device and around it', () => {
  it('allows what asks for nothing', () => expect(around().allow(guard({}))).toBe(true))
  it.each([
    ['a link among those named', { link: 'computer' }, { links: ['computer', 'data-headset'] }, true],
    ['another link', { link: 'charger' }, { links: ['computer', 'data-headset'] }, false],
    ['a battery at its least level', { batteryPercent: 20 }, { batteryFrom: 20 }, true],
    ['a battery just below it', { batteryPercent: 19 }, { batteryFrom: 20 }, false],
    ['a battery below its most', { batteryPercent: 19 }, { batteryBelow: 20 }, true],
    ['a battery at its most', { batteryPercent: 20 }, { batteryBelow: 20 }, false],
    ['a lock', { screenLock: true }, { screenLock: true }, true],
    ['no lock where one is asked for', { screenLock: false }, { screenLock: true }, false],
    ['no account where none may be', { account: false }, { account: false }, true],
    ['a loop where none may be', { loop: true }, { loop: false }, false],
    ['a device not wiped yet', { wiped: false }, { wiped: true }, false],
    ['all of several', { link: 'computer', loop: true }, { links: ['computer'], loop: true }, true],
    ['one of several', { link: 'computer', loop: false }, { links: ['computer'], loop: true }, false],
  ] as const)('%s', (_, is, asks, allows) => {
    expect(around(is).allow(guard(asks))).toBe(allows)
  })
  it('a wipe takes the lock with it, and leaves account, link and battery', () => {
    const one = around({ link: 'charger', batteryPercent: 44 })
    expect(one.change('wipe-data')).toBe(true)
    expect(one).toMatchObject({
      wiped: true,
      screenLock: false,
      account: true,
      link: 'charger',
      batteryPercent: 44,
    })
  })
  it('clearing the cache changes nothing', () => {
    const one = around()
    one.change('wipe-cache')
    expect({ ...one }).toEqual({ ...around() })
  })
  it('no account lock is armed where there is no account', () => {
    expect(around({ account: true }).change('arm-account-lock')).toBe(true)
    expect(around({ account: false }).change('arm-account-lock')).toBe(false)
  })
  it('charging never takes charge away', () => {
    const [empty, full] = [around({ batteryPercent: 1 }), around({ batteryPercent: 80 })]
    empty.change('charged')
    full.change('charged')
    expect([empty.batteryPercent, full.batteryPercent]).toEqual([20, 80])
  })
  it('taken anew it remembers nothing', () => {
    const one = around({ link: 'computer' })
    one.change('wipe-data')
    one.take(USUAL_SITUATION)
    expect({ ...one }).toEqual({ ...around() })
  })
})
