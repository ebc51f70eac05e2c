import { describe, expect, it } from 'vitest'
import { calendarText, chanceText, waitText } from './en.ts'

describe('how chances and times are said', () => {
  it.each([
    [0, 'no'],
    [0.004, '< 1 %'],
    [0.5, '50 %'],
    [0.996, '> 99 %'],
    [1, '100 %'],
  ])('a chance of %d as %s: certain only where it is', (chance, text) => {
    expect(chanceText(chance)).toBe(text)
  })
  it.each([
    [0, 'no wait'],
    [30_000, '30 s'],
    [29_001, '30 s'],
    [480_000, '8 min'],
    [86_400_000, '24 h'],
    [3 * 86_400_000, '3 days'],
  ])('a wait of %d ms as %s: rounded up, so that nobody tries too early', (ms, text) => {
    expect(waitText(ms)).toBe(text)
  })
  it.each([
    [0, 'at once'],
    [31, '35 min'],
    [121, '3 h'],
    [14_400, '10 days'],
  ])('%d minutes of the calendar as %s', (minutes, text) => {
    expect(calendarText(minutes)).toBe(text)
  })
})
