// What is asked in the terminal and is nobody else's to read.
import { spawnSync } from 'node:child_process'
import { createInterface } from 'node:readline/promises'

const echo = (on) => spawnSync('stty', [on ? 'echo' : '-echo'], { stdio: ['inherit', 'ignore', 'ignore'] })

/**
 * A passphrase: of BENEVOX_PASSPHRASE, of the first line that is piped in, or typed unseen.
 * @param twice whether it is new: typed, it is asked once more
 */
export async function passphrase({ twice = false } = {}) {
  const { BENEVOX_PASSPHRASE: given } = process.env
  if (given) return given
  const { stdin, stdout } = process
  const lines = createInterface({ input: stdin, output: stdout, terminal: false })
  try {
    if (!stdin.isTTY) return (await lines[Symbol.asyncIterator]().next()).value ?? ''
    echo(false)
    for (;;) {
      const typed = await hidden(lines, 'Passphrase of the backups: ')
      if (!twice || typed === (await hidden(lines, 'Once more: '))) return typed
      stdout.write('They differ.\n')
    }
  } finally {
    if (stdin.isTTY) echo(true)
    lines.close()
  }
}

async function hidden(lines, question) {
  const typed = await lines.question(question)
  process.stdout.write('\n')
  return typed
}
