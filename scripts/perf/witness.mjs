// A process that asks nothing of Benevox: what it waits for, everybody on this computer waits for.
import { closeSync, fdatasyncSync, openSync, readFileSync, rmSync, writeSync } from 'node:fs'
import { performance } from 'node:perf_hooks'
import { setTimeout } from 'node:timers/promises'

const EACH_MS = 50
const PAGE = Buffer.alloc(4096, 1)
const SAID_EACH_MS = 1000

/** Of the processor's time since it was on: all of it, and what others took who share it. */
function processor() {
  const parts = readFileSync('/proc/stat', 'utf8').split('\n')[0].split(/\s+/).slice(1, 9).map(Number)
  return { all: parts.reduce((sum, one) => sum + one, 0), stolen: parts[7] }
}

const file = process.argv[2]
const handle = openSync(file, 'w')
process.once('disconnect', () => {
  closeSync(handle)
  rmSync(file)
  process.exit()
})
let before = processor()
for (;;) {
  const from = performance.now()
  let late = 0
  let disk = 0
  while (performance.now() - from < SAID_EACH_MS) {
    const asleep = performance.now()
    await setTimeout(EACH_MS)
    const awake = performance.now()
    writeSync(handle, PAGE, 0, PAGE.length, 0)
    fdatasyncSync(handle)
    late = Math.max(late, awake - asleep - EACH_MS)
    disk = Math.max(disk, performance.now() - awake)
  }
  const now = processor()
  process.send({ late, disk, stolen: (now.stolen - before.stolen) / (now.all - before.all) })
  before = now
}
