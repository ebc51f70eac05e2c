import type { DrawingMark, Ink } from './drawing.ts'

/* Strokes and spots of which the small drawings are made. */

export const rect = (
  ink: Ink,
  x: number,
  y: number,
  width: number,
  height: number,
  round?: number,
): DrawingMark => ({
  kind: 'rect',
  ink,
  x,
  y,
  width,
  height,
  ...(round === undefined ? {} : { round }),
})
export const line = (ink: Ink, x1: number, y1: number, x2: number, y2: number): DrawingMark =>
  path(ink, [
    [x1, y1],
    [x2, y2],
  ])
export const frame = (ink: Ink, x: number, y: number, width: number, height: number): DrawingMark =>
  path(ink, [
    [x, y],
    [x + width, y],
    [x + width, y + height],
    [x, y + height],
    [x, y],
  ])
export const path = (ink: Ink, points: readonly (readonly [x: number, y: number])[]): DrawingMark => ({
  kind: 'path',
  ink,
  points,
})
export const ring = (ink: Ink, cx: number, cy: number, r: number): DrawingMark => ({
  kind: 'circle',
  ink,
  cx,
  cy,
  r,
  filled: false,
})
export const dot = (ink: Ink, cx: number, cy: number, r: number): DrawingMark => ({
  kind: 'circle',
  ink,
  cx,
  cy,
  r,
  filled: true,
})
