import type { PackFinding } from '@benevox/core/method'
import { notVerifiedText } from './steps.ts'
import type { Words } from './words.ts'

/** Something in a pack that will not serve, in a sentence. */
export function findingText(finding: PackFinding, words: Words): string {
  const says = withoutSystem(finding, words)
  return finding.fromSystem === undefined
    ? says
    : words.say('finding.fromSystem', { system: finding.fromSystem, finding: says })
}

function withoutSystem(finding: PackFinding, words: Words): string {
  const { say } = words
  switch (finding.code) {
    case 'misses-its-goal':
      return notVerifiedText(finding.notVerified, finding.method, words)
    case 'model-times':
      return say('finding.model-times', {
        why: notVerifiedText(finding.notVerified, finding.method, words),
      })
    case 'never-fires':
    case 'fires-at-once':
      return say(`finding.${finding.code}`, finding)
    case 'hold-never-met':
      return say('finding.hold-never-met', finding)
    case 'leads-nowhere':
      return say('finding.leads-nowhere', finding)
    case 'unused':
      return say('finding.unused', { name: finding.fragment })
    case 'no-wipe':
    case 'no-way-out':
    case 'menus-endless':
      return say(`finding.${finding.code}`)
    default:
      return say(`finding.${finding.code}`, { name: finding.name })
  }
}
