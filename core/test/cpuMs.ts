/** What a piece of work takes of the processor, in milliseconds: the same on a machine that does other work beside it. */
export function cpuMs(work: () => unknown): number {
  const before = process.cpuUsage()
  work()
  const { user, system } = process.cpuUsage(before)
  return (user + system) / 1000
}
