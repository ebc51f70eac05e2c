import { spawn, type ChildProcess } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import net from 'node:net'
import { join } from 'node:path'
import type { Answer, Job } from '@benevox/contract'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { Person } from '../server/test/shop.ts'

/** The demo as somebody starts it, on data of its own beside the one they may be using. */
const root = join(import.meta.dirname, '..')
const runningFile = join(root, '.benevox', 'test-demo.json')
let demo: { process: ChildProcess; said: () => string; address: string } | undefined

async function startDemo(port: number, ...args: string[]): Promise<NonNullable<typeof demo>> {
  const child = spawn(process.execPath, [join(root, 'scripts/demo.mjs'), ...args], {
    env: { ...process.env, BENEVOX_DEMO: 'test-demo', BENEVOX_PORT: String(port) },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += String(text)))
  for (;;) {
    const address = /open at (http:\S+)\//.exec(said)?.[1]
    if (address) return { process: child, said: () => said, address }
    if (child.exitCode !== null) throw new Error(said)
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
}

async function stopDemo(): Promise<string> {
  if (!demo) return ''
  const { process: child, said } = demo
  const ended = new Promise((resolve) => child.once('exit', resolve))
  child.kill('SIGINT')
  await ended
  demo = undefined
  return said()
}

const isAlive = (pid: number) =>
  existsSync(`/proc/${pid}`) && !readFileSync(`/proc/${pid}/stat`, 'utf8').includes(') Z ')
const childrenOf = (pid: number) =>
  readFileSync(`/proc/${pid}/task/${pid}/children`, 'utf8').trim().split(/\s+/).map(Number)
const people = async () => Person.signedIn(demo?.address ?? '')
const openJobs = async () => (await (await people()).ask<Answer<'listJobs'>>('GET', '/api/jobs')).body.jobs

let port = 0
beforeAll(async () => {
  // Any that is free; it says which.
  demo = await startDemo(0, '--fresh')
  port = Number(new URL(demo.address).port)
})
afterAll(stopDemo)

it('begins with the demo’s jobs, and its page and API answer on one port', async () => {
  expect(demo?.address).toBe(`http://127.0.0.1:${port}`)
  expect(await (await fetch(`${demo?.address}/counter`)).text()).toContain('<div id="app">')
  expect((await openJobs()).length).toBeGreaterThanOrEqual(7)
})

it('says that it runs already instead of starting twice', async () => {
  await expect(startDemo(port)).rejects.toThrow(/runs already .* http:\/\/127\.0\.0\.1/)
})

it('is open to this machine only', async () => {
  const pids = childrenOf(demo?.process.pid ?? 0)
  expect(pids).toHaveLength(3)
  const listening = readFileSync('/proc/net/tcp', 'utf8')
    .split('\n')
    .flatMap((line) => /^\s*\d+: ([0-9A-F]{8}):([0-9A-F]{4}) \S+ 0A /.exec(line)?.slice(1) ?? [])
  const at = listening.indexOf(port.toString(16).toUpperCase().padStart(4, '0'))
  expect(listening[at - 1]).toBe('0100007F')
})

it('stops everything on Ctrl-C, and started again keeps its data, on another port where its own is taken', async () => {
  const job = await (await people()).openJob({ complaint: 'freezes' })
  const before = (await openJobs()).length
  const pids = childrenOf(demo?.process.pid ?? 0)
  expect(await stopDemo()).toContain('stopped.')
  expect(pids.filter(isAlive)).toEqual([])

  const taken = net.createServer().listen(port, '127.0.0.1')
  await new Promise((resolve) => taken.once('listening', resolve))
  demo = await startDemo(port)
  taken.close()
  expect(demo.address).not.toBe(`http://127.0.0.1:${port}`)
  expect(await openJobs()).toHaveLength(before)
  const again = await (await people()).ask<Job>('GET', `/api/jobs/${job.id}`)
  expect(again.body).toMatchObject({ ticket: job.ticket, facts: { complaint: 'freezes' } })
})

it('starts a killed server again, and after its own death replaces the mariadbd it left behind', async () => {
  const { process: child, address } = demo ?? (await startDemo(port))
  const isServer = (pid: number) => readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('/server.mjs')
  process.kill(childrenOf(child.pid ?? 0).find(isServer) ?? 0, 'SIGKILL')
  await expect.poll(() => demo?.said(), { timeout: 600_000 }).toContain('the server died; starting it again')
  await expect
    .poll(async () => (await fetch(`${address}/api/session`).catch(() => undefined))?.status, {
      timeout: 600_000,
    })
    .toBe(200)

  const jobs = (await openJobs()).length
  const ended = new Promise((resolve) => child.once('exit', resolve))
  child.kill('SIGKILL')
  await ended
  expect(existsSync(runningFile)).toBe(true)
  demo = await startDemo(port)
  expect(demo.said()).toContain('a former mariadbd still runs')
  expect(await openJobs()).toHaveLength(jobs)
})
