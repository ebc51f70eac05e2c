import { spawn } from 'node:child_process'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import { startMariadb } from './lib/mariadb.mjs'

const lib = join(import.meta.dirname, 'lib/mariadb.mjs')

/** A mariadbd set up from nothing in a process of its own, and what it says of its folder for temporary tables. */
async function setUp(name: string): Promise<string> {
  const script = `
    import { createConnection } from 'mysql2/promise'
    const { startMariadb } = await import(${JSON.stringify(lib)})
    const { port, user, password, stop } = await startMariadb({ name: ${JSON.stringify(name)}, fresh: true })
    const connection = await createConnection({ host: '127.0.0.1', port, user, password })
    const [[{ folder }]] = await connection.query('SELECT @@tmpdir AS folder')
    await connection.end()
    await stop()
    process.stdout.write('set up with ' + folder)
    process.exit(0)`
  const child = spawn(process.execPath, ['--input-type=module', '--eval', script], {
    cwd: join(import.meta.dirname, '../server'),
  })
  let said = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (said += String(text)))
  await new Promise((resolve) => child.once('close', resolve))
  return said
}

it('two that are set up at one moment do not clear each other’s temporary tables away', async () => {
  const said = await Promise.all(['test-beside-1', 'test-beside-2'].map(setUp))
  for (const [n, words] of said.entries())
    expect(words).toMatch(new RegExp(`^set up with \\S+/test-beside-${n + 1}/tmp$`))
})

it('where another one answers on the port it had before, it takes another and is not taken for that one', async () => {
  const held = await startMariadb({ name: 'test-port-1', fresh: true })
  const other = await startMariadb({ name: 'test-port-2', fresh: true, port: held.port })
  await held.stop()
  await other.stop()
  expect(other.port).not.toBe(held.port)
})
