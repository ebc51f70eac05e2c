import { buzz, screenKind, type Cue } from '../catalog/index.ts'
import { codeOfCue, cueOfCode } from '../twin/index.ts'
import { cameIn, finalOf, reachedIn, type Trace } from './traces.ts'

/** What the technician says was seen and felt, and what was asked for and did not come. */
export interface Report {
  readonly reached: boolean
  readonly seen: readonly Cue[]
  readonly notSeen?: readonly Cue[] | undefined
}

/** How sure it is that a cue which came is reported, and that one which did not is not. Common practice, no source. */
const REPORTED = { final: 0.96, screen: 0.8, buzz: 0.82, logo: 0.3 }
/** A place one stands at is not imagined; a sign that passes may be. */
const IMAGINED = { place: 0.0005, screen: 0.01, buzz: 0.03 }
const PLACES: readonly Cue[] = ['robot', 'bootloader-page', 'download-page', 'service-menu', 'recovery-menu']
/** What is asked for is answered, right but for this. */
const ASKED = 0.97
/** Where it never got dark, the power menu is what one sees; on the way to the dark it means nothing. */
const POWER_MENU = { neverDark: 0.6, onTheWay: 0.05 }
/** *Lock screen again* is said where it went away before; where it only came back from the power menu, seldom. */
const NEVER_LEFT = 0.2

/** Cues that pass by in any try and say nothing by themselves. */
const SILENT: readonly Cue[] = ['dark', 'text', 'first-start', 'question', 'typed-word']
const CODES = [...screenKind.options, ...buzz.options]
  .filter((cue) => !SILENT.includes(cue))
  .map((cue) => codeOfCue(cue))
const [DARK, LOGO, LOCK, MENU] = (['dark', 'logo', 'lock-screen', 'power-menu'] as const).map(codeOfCue)

/** The cues that say something about an attempt. */
export const TELLING_CUES: readonly Cue[] = CODES.flatMap((code) => cueOfCode(code) ?? [])

/**
 * How likely this is reported after a run with that trace. Each cue is reported by itself: the screen it stood
 * still at nearly always, buzzes often, a logo that passes seldom.
 */
export function chanceOfReport(trace: Trace, report: Report): number {
  const known = CHANCES.get(report) ?? new Map<Trace, number>()
  CHANCES.set(report, known)
  const before = known.get(trace)
  if (before !== undefined) return before
  const chance = workedOut(trace, report)
  known.set(trace, chance)
  return chance
}

/** Reports do not change; few traces are met again and again. */
const CHANCES = new WeakMap<Report, Map<Trace, number>>()

function workedOut(trace: Trace, { reached, seen, notSeen }: Report): number {
  if (reached !== reachedIn(trace)) return 0
  // Who reached the goal reports that, and little else.
  if (reached) return 1
  let chance = 1
  for (const code of CODES) {
    const cue = cueOfCode(code) as Cue
    const came = cameIn(trace, code)
    if (notSeen?.includes(cue)) {
      chance *= came ? 1 - ASKED : ASKED
      continue
    }
    const isBuzz = code >= screenKind.options.length
    const imagined = isBuzz ? IMAGINED.buzz : PLACES.includes(cue) ? IMAGINED.place : IMAGINED.screen
    const telling = came ? tellingOf(trace, code, isBuzz) : imagined
    chance *= seen.includes(cue) ? telling : 1 - telling
  }
  return chance
}

function tellingOf(trace: Trace, code: number, isBuzz: boolean): number {
  const wentAway = cameIn(trace, DARK ?? -1) || cameIn(trace, LOGO ?? -1)
  if (code === MENU) return wentAway ? POWER_MENU.onTheWay : POWER_MENU.neverDark
  if (code === LOCK && !wentAway) return NEVER_LEFT
  if (code === finalOf(trace)) return REPORTED.final
  if (isBuzz) return REPORTED.buzz
  return code === LOGO ? REPORTED.logo : REPORTED.screen
}
