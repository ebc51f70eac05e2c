import { expect, it } from 'vitest'
import { bench, Story } from '../../test/story.ts'
import { routeOf, shownOff, statementsOf } from './index.ts'

const wake = (asks: 'nothing' | 'new-lock' | 'old-lock') => bench({ kind: 'locked-and-woken', asks })
const screenOf = (story: Story) => ({
  says: statementsOf(story.job, story.world).screen,
  by: shownOff(story.job).screen,
  strip: routeOf(story.job, story.world).locks.screen,
})

it('a device that was locked and woken is off, or on, by what it asked for then, whatever it showed before', () => {
  const story = new Story({ complaint: 'forgotten-lock', knowsScreenLock: 'no' }).does(
    bench({ kind: 'screen-lifted', how: 'remembered' }),
  )
  expect(screenOf(story)).toEqual({ says: ['confirmed-off'], by: 'remembered', strip: 'clear' })
  story.does(wake('old-lock'))
  expect(screenOf(story)).toEqual({ says: ['on'], by: undefined, strip: 'locked' })
  story.does(wake('new-lock'))
  expect(screenOf(story)).toEqual({ says: ['confirmed-off'], by: 'woken-new-lock', strip: 'clear' })
  story.does(wake('nothing'))
  expect(screenOf(story).by).toBe('woken-open')
})
it('it asked, and was unlocked since: what shows it off is the later', () => {
  const story = new Story({ complaint: 'forgotten-lock', knowsScreenLock: 'no' }).does(
    wake('old-lock'),
    bench({ kind: 'screen-lifted', how: 'remembered' }),
  )
  expect(screenOf(story)).toEqual({ says: ['confirmed-off'], by: 'remembered', strip: 'clear' })
})
