import type { RegistryRecord, Silence } from '@benevox/core/job'
import type { Words } from './words.ts'

type Told = Pick<
  RegistryRecord,
  'asked' | 'reportedAs' | 'silence' | 'noReport' | 'model' | 'saidOn' | 'detail'
>

/** What there is to say of an answer of the registry besides the answer: a sentence each. */
export function registryTexts(
  { asked, reportedAs, silence, noReport, model, saidOn, detail }: Told,
  words: Words,
): string[] {
  const { say } = words
  return [
    ...(asked ? [say('registry.askedAt', { where: asked.where, by: asked.by })] : []),
    ...(reportedAs ? [say('registry.reportedAs', { as: reportedAs })] : []),
    ...(silence ? [silent(silence, words)] : []),
    ...(noReport ? [say('registry.noReport', { because: silent(noReport, words) })] : []),
    ...(model ? [say('registry.names', { model })] : []),
    ...(saidOn ? [say('registry.saidOn', { ticket: saidOn })] : []),
    // As an earlier version wrote it down.
    ...(detail ? [detail] : []),
  ]
}

const silent = ({ why, status = 0 }: Silence, { say }: Words): string =>
  say('registry.silent', { why, status })
