import type { DeviceKind } from '@benevox/core/catalog'
import { conditionDrawing } from '@benevox/core/drawing'
import type { ConditionMark, JobView, LockShown } from '@benevox/core/job'

/** The three bolts of a job as a drawing for paper, in black: thrown, drawn back, drawn back by what was said, to be thrown, unknown, not there. */
export function boltsSvg(locks: JobView['locks']): string {
  const bolts = [locks.screen, locks.account, locks.carrier]
    .map((state, n) => `<g transform="translate(${n * 66} 0)">${BOLT[state]}</g>`)
    .join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" width="192" height="26" viewBox="0 0 192 26">${bolts}</svg>`
}

const STAPLES = '<path d="M12 4v18M28 4v18M46 4h9v18h-9" fill="none" stroke="#000" stroke-width="2.4"/>'
const BOLT: Readonly<Record<LockShown, string>> = {
  locked: `${STAPLES}<rect x="5" y="9.5" width="48" height="7" fill="#000"/>`,
  clear: `${STAPLES}<rect x="2" y="9.5" width="32" height="7" fill="#000"/>`,
  'off-untested': `${STAPLES}<rect x="2" y="9.5" width="32" height="7" fill="#fff" stroke="#000" stroke-width="1.4" stroke-dasharray="3 2.4"/>`,
  'will-appear': `${STAPLES}<rect x="2" y="9.5" width="32" height="7" fill="#fff" stroke="#000" stroke-width="1.6"/><path d="M36 13h13M45 9l4.5 4-4.5 4" fill="none" stroke="#000" stroke-width="2"/>`,
  unknown: `${STAPLES}<rect x="4" y="9.5" width="34" height="7" fill="none" stroke="#000" stroke-width="1.4" stroke-dasharray="3 2.4"/>`,
  'not-there': '<path d="M5 13h48" stroke="#000" stroke-width="1.4"/>',
}

/** Front and back with letters in each marked zone. @param letterOf in the language of the document, as it names them */
export function conditionSvg(
  kind: DeviceKind,
  marks: readonly ConditionMark[],
  letterOf: (kind: ConditionMark['kind']) => string,
): string {
  const { width, height, sides, zones } = conditionDrawing(kind)
  const outlines = sides.map(
    ({ x, y, width: w, height: h, corner }) =>
      `<rect x="${x}" y="${y}" width="${w}" height="${h}" rx="${corner}" fill="none" stroke="#000" stroke-width="2"/>`,
  )
  const letters = zones.flatMap(({ side, column, row, x, y, width: w, height: h }) => {
    const here = marks.filter((one) => one.side === side && one.column === column && one.row === row)
    return here.length === 0
      ? []
      : [
          `<text x="${x + w / 2}" y="${y + h / 2 + 5}" font-size="14" text-anchor="middle">${here.map((one) => letterOf(one.kind)).join('')}</text>`,
        ]
  })
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${outlines.join('')}${letters.join('')}</svg>`
}
