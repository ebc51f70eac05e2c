import { MessageChannel } from 'node:worker_threads'
import type { Pack } from '@benevox/core/catalog'
import { expect, it } from 'vitest'
import { demoPack } from '../../../demo/demoPack.ts'
import { givePack, takePack } from './slices.ts'

it('a catalogue given in slices is the same catalogue', async () => {
  const pack = demoPack()
  const [model] = pack.models
  if (!model) throw new Error('The demo has no model')
  const many: Pack = {
    ...pack,
    models: Array.from({ length: 1234 }, (_, n) => ({ ...model, id: `model-${n}` })),
  }
  const { port1, port2 } = new MessageChannel()
  givePack(many, port2)
  expect(await takePack(port1)).toEqual(many)
  port1.close()
})
it('whoever waits for the next slice is told when there will be none', async () => {
  const { port1, port2 } = new MessageChannel()
  const taking = takePack(port1)
  port2.close()
  await expect(taking).rejects.toThrow('has ended')
})
