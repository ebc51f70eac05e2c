import type { DeviceKind } from '../catalog/index.ts'

/** A device from both sides with its zones, to mark what it looks like; in units of the drawing. */
export interface ConditionDrawing {
  readonly width: number
  readonly height: number
  readonly sides: readonly {
    readonly side: 'front' | 'back'
    readonly x: number
    readonly y: number
    readonly width: number
    readonly height: number
    readonly corner: number
  }[]
  readonly zones: readonly ConditionZone[]
}

export interface ConditionZone {
  readonly side: 'front' | 'back'
  /** Counted from 0, left to right and from the top, as one looks at that side. */
  readonly column: number
  readonly row: number
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

const SHAPES: Readonly<Record<DeviceKind, { width: number; height: number; corner: number }>> = {
  phone: { width: 90, height: 180, corner: 12 },
  tablet: { width: 130, height: 180, corner: 10 },
  watch: { width: 110, height: 110, corner: 40 },
}
const MARGIN = 4
const BETWEEN = 24
const EACH_WAY = 3

/** Front and back side by side, each in three columns and three rows. */
export function conditionDrawing(kind: DeviceKind): ConditionDrawing {
  const { width, height, corner } = SHAPES[kind]
  const sides = (['front', 'back'] as const).map((side, n) => ({
    side,
    x: MARGIN + n * (width + BETWEEN),
    y: MARGIN,
    width,
    height,
    corner,
  }))
  return {
    width: 2 * width + BETWEEN + 2 * MARGIN,
    height: height + 2 * MARGIN,
    sides,
    zones: sides.flatMap(({ side, x, y }) =>
      Array.from({ length: EACH_WAY * EACH_WAY }, (_, n) => {
        const [column, row] = [n % EACH_WAY, Math.floor(n / EACH_WAY)]
        return {
          side,
          column,
          row,
          x: x + (column * width) / EACH_WAY,
          y: y + (row * height) / EACH_WAY,
          width: width / EACH_WAY,
          height: height / EACH_WAY,
        }
      }),
    ),
  }
}
