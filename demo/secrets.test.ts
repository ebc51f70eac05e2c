import { looksLikeSecret } from '@benevox/core/secret'
import { describe, expect, it } from 'vitest'
import { DEMO_JOBS } from './jobs.ts'
import document from './pack.json' with { type: 'json' }
import { SUPPLY } from './shop.ts'

/** Every text in a value, however deep. */
function textsIn(value: unknown): readonly string[] {
  if (typeof value === 'string') return [value]
  if (Array.isArray(value)) return value.flatMap(textsIn)
  return value && typeof value === 'object' ? Object.values(value).flatMap(textsIn) : []
}

describe('the demo’s own texts', () => {
  const at = () => new Date(0).toISOString()
  const texts = [
    ...DEMO_JOBS.flatMap(({ bench, account, handBack, ...job }) =>
      textsIn([job, bench?.(at), account?.(at), handBack?.(at)]),
    ),
    ...textsIn(document),
    ...textsIn(SUPPLY),
  ]
  it('are not taken for a secret: no false alarm in more than a thousand', () => {
    expect(texts.length).toBeGreaterThan(1000)
    expect(texts.filter((text) => looksLikeSecret(text))).toEqual([])
  })
  it('hold IMEIs, which would be questioned if figures alone made a secret', () => {
    expect(texts.filter((text) => /^\d{15}$/.test(text)).length).toBeGreaterThan(4)
  })
})
