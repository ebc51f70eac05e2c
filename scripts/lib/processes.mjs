// Processes by their numbers, which are used again for others.
import { existsSync, readFileSync } from 'node:fs'

/** Whether a process runs and was started with these words, and is not another one that has its number by now. */
export function isRunning(pid, words) {
  const commandLine = `/proc/${pid}/cmdline`
  return Boolean(pid) && existsSync(commandLine) && readFileSync(commandLine, 'utf8').includes(words)
}
