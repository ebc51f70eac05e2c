import type { Drawing, DrawingMark, Ink } from './drawing.ts'
import { dot, frame, line, path, rect, ring } from './marks.ts'

/** How large every drawing of a thing is. */
export const THING = { width: 92, height: 56 }

type Marks = readonly DrawingMark[]
const INK: Ink = 'word'

/** A phone that lies there, 32 by 52, with what is on its screen or in it. */
const phone = (x: number, inIt: (cx: number, cy: number) => Marks = () => []): Marks => [
  rect('body', x, 2, 32, 52, 5),
  rect('glass-lit', x + 4, 7, 24, 42, 2),
  ...inIt(x + 16, 28),
]
/** A memory card, one corner cut off. */
const card = (x: number, y: number): Marks => [
  path(INK, [
    [x, y],
    [x + 11, y],
    [x + 17, y + 6],
    [x + 17, y + 22],
    [x, y + 22],
    [x, y],
  ]),
  ...[4, 8, 12].map((at) => line(INK, x + at, y + 4, x + at, y + 9)),
]
/** A chip with its fields, inside a phone. */
const chip = (cx: number, cy: number): Marks => [
  frame('on-lit', cx - 9, cy - 8, 18, 16),
  line('on-lit', cx, cy - 8, cx, cy + 8),
]
/** From left to right, or the other way where it ends further left. */
const arrow = (from: number, to: number, y: number, ink: Ink = 'used-key'): Marks => {
  const back = Math.sign(from - to) * 6
  return [
    line(ink, from, y, to, y),
    path(ink, [
      [to + back, y - 5],
      [to, y],
      [to + back, y + 5],
    ]),
  ]
}
const crossed = (x: number, y: number, size: number): Marks => [
  line('for-good', x, y, x + size, y + size),
  line('for-good', x + size, y, x, y + size),
]
const ask = (x: number, y: number): Marks => [
  path('used-key', [
    [x, y + 5],
    [x + 3, y],
    [x + 9, y],
    [x + 12, y + 5],
    [x + 6, y + 11],
    [x + 6, y + 16],
  ]),
  dot('used-key', x + 6, y + 22, 2.2),
]
const letter = (x: number, y: number, width: number): Marks => [
  frame(INK, x, y, width, width * 0.66),
  path(INK, [
    [x, y],
    [x + width / 2, y + width * 0.38],
    [x + width, y],
  ]),
]
/** Somebody: a head and shoulders. */
const person = (x: number, y: number): Marks => [
  ring(INK, x, y, 6),
  path(INK, [
    [x - 12, y + 20],
    [x - 8, y + 10],
    [x + 8, y + 10],
    [x + 12, y + 20],
  ]),
]
/** What is kept elsewhere, on a shelf. */
const kept = (x: number): Marks => [0, 11, 22].map((row) => frame(INK, x, 13 + row, 26, 7))
/** So many signs that nobody can read here. */
const code = (cx: number, cy: number, ink: Ink = INK): Marks =>
  [-8, 0, 8].map((at) => dot(ink, cx + at, cy, 2.6))
/** On the screen of a phone. */
const codeInside = (cx: number, cy: number): Marks => code(cx, cy, 'on-lit')

const DRAWN = {
  'take-the-card-out': [...phone(2), ...arrow(40, 58, 28), ...card(68, 17)],
  'look-for-a-card': [...phone(2), ...card(44, 17), ...ask(72, 16)],
  'esim-may-go': [...phone(2, chip), ...crossed(46, 16, 24)],
  'ask-for-the-esim': [...phone(2, chip), ...ask(50, 16)],
  'backup-comes-back': [...phone(2), ...arrow(58, 40, 28, 'go-on'), ...kept(64)],
  'no-backup': [...phone(2), ...kept(48), ...crossed(48, 15, 26)],
  'ask-for-the-backup': [...phone(2), ...kept(42), ...ask(76, 16)],
  'move-the-sim': [...phone(2, chip), ...arrow(39, 53, 28), ...phone(58)],
  'keep-the-esim-line': [...phone(2, chip), ...code(50, 28), ...crossed(66, 17, 22)],
  'bring-the-other-device': [...phone(2), ...arrow(53, 39, 28), ...phone(58, codeInside)],
  'find-the-codes': [
    frame(INK, 22, 3, 48, 50),
    ...[13, 23, 33, 43].flatMap((y) => [30, 38, 46, 54, 62].map((x) => dot(INK, x, y, 2.6))),
  ],
  'bring-the-key': [
    ring(INK, 24, 28, 11),
    line(INK, 35, 28, 72, 28),
    line(INK, 62, 28, 62, 39),
    line(INK, 71, 28, 71, 36),
  ],
  'open-the-mail-elsewhere': [...letter(4, 18, 32), ...arrow(41, 53, 28), ...phone(58)],
  'ask-how-it-comes': [...phone(2, codeInside), ...ask(50, 16)],
  'ask-for-the-address': [...person(22, 18), ...letter(42, 18, 26), ...ask(76, 16)],
  'take-the-account-off': [...phone(2), ...arrow(40, 56, 28), ...person(74, 16)],
} satisfies Readonly<Record<string, Marks>>
/** Named as the steps before the reset are. */
type Thing = keyof typeof DRAWN

/** What is to be seen to before the reset: our own mark of it, which stands beside its words. */
export const thingDrawing = (thing: Thing): Drawing => ({ ...THING, marks: DRAWN[thing] })
/** All that there are marks of. */
export const THINGS = Object.keys(DRAWN) as readonly Thing[]
