import { startStandIns, type Ports } from './index.ts'

/** Started by the scripts: says where everything answers, in one line of JSON, and ends with its parent. */
const reported = JSON.parse(process.env.BENEVOX_REPORTED ?? '{}') as Record<
  string,
  'lost' | 'stolen' | 'unpaid'
>
const models = JSON.parse(process.env.BENEVOX_MODELS_REPORTED ?? '{}') as Record<string, string>
const ports = process.env.BENEVOX_STAND_IN_PORTS
  ? (JSON.parse(process.env.BENEVOX_STAND_IN_PORTS) as Ports)
  : undefined
const resultAfterMs = Number(process.env.BENEVOX_RESULT_AFTER_MS) || undefined
const { close, ...where } = await startStandIns({
  reported,
  models,
  resultAfterMs,
  ...(ports ? { ports } : {}),
})
console.log(JSON.stringify(where))
const stop = () => void close().then(() => process.exit(0))
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, stop)
process.once('disconnect', stop)
