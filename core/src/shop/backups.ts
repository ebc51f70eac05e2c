/** A day, and half of one for a machine that is off at night. In milliseconds. */
const LONGEST_MS = 36 * 3_600_000

/** Whether somebody has to look after the backups. @param last when the last good one was made, ISO 8601; undefined where there is none */
export const isBackupOld = (last: string | undefined, now: Date): boolean =>
  last === undefined || now.getTime() - Date.parse(last) > LONGEST_MS
