import type { BenchPlace, MainAction, StepChange, StepKind } from '@benevox/core/job'
import type { CameBack } from '@benevox/core/diagnosis'
import type { RouteAction } from '@benevox/core/route'
import { say } from '../../words/index.ts'

/** What the button of the bench does: a step is told, or the panel on the page goes on. */
type Does =
  | { readonly kind: 'tell'; readonly change: StepChange }
  /** The run at the keys goes on: begun, or a cue seen. */
  | { readonly kind: 'keys' }
  /** Through the menu: to the last question, and on it that it is wiping. */
  | { readonly kind: 'menu' }

export interface BenchButton {
  readonly text: string
  /** Whether the space bar and the foot switch press it. */
  readonly onSpace: boolean
  readonly does: Does
}

/** What the panels on the page stand at, beside the job. */
export interface Panels {
  readonly keys?:
    | {
        readonly phase: 'preparing' | 'before' | 'running' | 'asking' | 'other'
        readonly countingIn: boolean
        /** A key is broken, and no method goes without it. */
        readonly isForRepair: boolean
      }
    | undefined
  readonly menu?:
    | {
        readonly atLastQuestion: boolean
        /** Whether the keys that delete are on the screen. */
        readonly isReleased: boolean
        /** What was signed keeps the data: the way to the wipe is not on the screen. */
        readonly keepsData: boolean
        /** The menu may have left by itself: what it shows is asked first. */
        readonly isGone: boolean
        /** What is done where recovery came back. */
        readonly back: CameBack['next'] | undefined
      }
    | undefined
}

const WORKED = [
  'remember',
  'remote-unlock',
  'reset-from-settings',
  'recover-account',
  'clear-cache',
  'install-system-again',
] as const satisfies readonly RouteAction[]
const TOLD = [
  'account-taken-off',
  'back-to-keys',
  'wipe-finished',
  'first-start',
  'set-up',
] as const satisfies readonly StepKind[]

/** The button of what is next at the device; none where that is held, chosen or answered on the page itself. */
export function benchButton(action: MainAction, place: BenchPlace, panels: Panels): BenchButton | undefined {
  if (place === 'keys') return atTheKeys(action, panels)
  switch (action.kind) {
    case 'gentler':
      return {
        text: textOf(WORKED.find((one) => one === action.action)),
        onSpace: false,
        does: { kind: 'tell', change: action.worked },
      }
    case 'tell':
      return action.change.kind === 'wipe-started'
        ? throughTheMenu(panels)
        : {
            text: textOf(TOLD.find((one) => one === action.change.kind)),
            onSpace: place === 'after',
            does: { kind: 'tell', change: action.change },
          }
    case 'check':
    case 'reveal':
      return place === 'menu' ? throughTheMenu(panels) : undefined
    case 'came-back':
      return isOnTheWay(action, panels) ? throughTheMenu(panels) : restarts(panels)
    default:
      return undefined
  }
}

/** What comes next is not done with keys: nobody is invited to them before they were begun with. */
export const isAwayFromKeys = ({ kind }: MainAction): boolean => kind === 'hand-back' || kind === 'answer'

/** Whether the way to the reset is what is next in the menu; else the space bar is not for it. */
export function isOnTheWay(action: MainAction, { menu }: Panels): boolean {
  if (menu?.keepsData || menu?.isGone) return false
  if (action.kind === 'came-back') return menu?.back === 'reset-again'
  return (
    action.kind === 'check' ||
    action.kind === 'reveal' ||
    (action.kind === 'tell' && action.change.kind === 'wipe-started')
  )
}

/** The way through the menu all the same, where something gentler comes first or it is a matter for repair. */
export function allTheSame(action: MainAction, place: BenchPlace, panels: Panels): BenchButton | undefined {
  const isOther = action.kind === 'gentler' || action.kind === 'came-back'
  return place === 'menu' && isOther && !isOnTheWay(action, panels) ? throughTheMenu(panels) : undefined
}

/** Handed back as it is: the route says so, or it is a matter for repair. */
export const handsBack = (action: MainAction, { keys, menu }: Panels): boolean =>
  action.kind === 'hand-back' ||
  keys?.isForRepair === true ||
  (action.kind === 'came-back' && menu?.back === 'repair')

function atTheKeys(action: MainAction, { keys }: Panels): BenchButton | undefined {
  if (!keys || keys.phase === 'asking' || keys.phase === 'other') return undefined
  const isBefore = keys.phase === 'preparing' || keys.phase === 'before'
  return {
    text: textOf(
      keys.phase === 'preparing'
        ? 'inHand'
        : keys.phase === 'before'
          ? 'start'
          : keys.countingIn
            ? 'startNow'
            : 'seen',
    ),
    // While it is to be charged first, beginning is not what the foot switch is for.
    onSpace: !isBefore || action.kind !== 'charge',
    does: { kind: 'keys' },
  }
}

function throughTheMenu({ menu }: Panels): BenchButton | undefined {
  if (!menu || menu.keepsData || menu.isGone) return undefined
  if (!menu.atLastQuestion) return { text: textOf('confirmation'), onSpace: true, does: { kind: 'menu' } }
  return menu.isReleased ? { text: textOf('isWiping'), onSpace: true, does: { kind: 'menu' } } : undefined
}

const restarts = ({ menu }: Panels): BenchButton | undefined =>
  menu?.back === 'repair'
    ? undefined
    : { text: textOf('first-start'), onSpace: false, does: { kind: 'tell', change: { kind: 'first-start' } } }

type ButtonName =
  | (typeof WORKED)[number]
  | (typeof TOLD)[number]
  | 'inHand'
  | 'start'
  | 'startNow'
  | 'seen'
  | 'confirmation'
  | 'isWiping'
const textOf = (name: ButtonName | undefined): string => (name ? say(`benchButton.${name}`) : '')
