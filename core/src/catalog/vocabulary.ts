import { z } from 'zod'

/** The words of the trade that the catalogue, the twin and the methods share. */

export const deviceKind = z.enum(['phone', 'tablet', 'watch'])
export type DeviceKind = z.infer<typeof deviceKind>

/** The edge of the device as the technician faces its screen, held upright. */
export const edge = z.enum(['left', 'right', 'top', 'bottom'])
export type Edge = z.infer<typeof edge>

/** What a cable goes into: one of the two common plugs, a round pin, or the contacts of a puck. */
export const portKind = z.enum(['usb-c', 'micro-usb', 'round-pin', 'contacts'])
export type PortKind = z.infer<typeof portKind>

export const keyId = z.enum([
  'power',
  'volume-up',
  'volume-down',
  'assistant',
  'home',
  'upper',
  'lower',
  'crown',
  // A family's own, of the name that it gives them.
  'own-key-1',
  'own-key-2',
  'own-key-3',
])
export type KeyId = z.infer<typeof keyId>

/** Which way a key is turned, seen from in front of the screen. */
export const turn = z.enum(['up', 'down'])
export type Turn = z.infer<typeof turn>

/**
 * What hangs on the device's port. Of the usual ones only a computer and a data headset speak data; the last two are a
 * family's own, of the name that it gives them.
 */
export const linkKind = z.enum(['none', 'charger', 'computer', 'data-headset', 'own-link-1', 'own-link-2'])
export type LinkKind = z.infer<typeof linkKind>
/** What any device may be put on. */
export const USUAL_LINKS = [
  'none',
  'charger',
  'computer',
  'data-headset',
] as const satisfies readonly LinkKind[]

/** How a foldable device stands: its screen flat, half folded, or shut. */
export const posture = z.enum(['open', 'half-open', 'shut'])
export type Posture = z.infer<typeof posture>

export const screenKind = z.enum([
  'lock-screen',
  'power-menu',
  'dark',
  'logo',
  'charge-blank',
  'charge-percent',
  'robot',
  'bootloader-page',
  'download-page',
  'service-menu',
  'recovery-menu',
  'question',
  'typed-word',
  'account-warning',
  'text',
  'wiping',
  'first-start',
  'set-up',
])
export type ScreenKind = z.infer<typeof screenKind>

export const buzz = z.enum(['short-buzz', 'long-buzz', 'off-buzz'])
export type Buzz = z.infer<typeof buzz>

/** What the technician reports: a screen that comes, or a buzz. */
export const cue = z.enum([...screenKind.options, ...buzz.options])
export type Cue = z.infer<typeof cue>

export const effect = z.enum([
  'wipe-data',
  'wipe-cache',
  /** The maker's own line that looks after the apps: gentle, as clearing the cache is. */
  'repair-apps',
  /** It starts without what the owner installed. */
  'start-safe-mode',
  'arm-account-lock',
  'charged',
])
export type Effect = z.infer<typeof effect>

/** Effects that nobody can take back: what the point of no return is about. */
export const IRREVERSIBLE: readonly Effect[] = ['wipe-data']

/** Gentle lines of a menu besides clearing the cache: nothing is deleted. */
export const GENTLE = ['repair-apps', 'start-safe-mode'] as const satisfies readonly Effect[]

/** The states a job can find the device in. */
export const startState = z.enum([
  'on-locked',
  'off',
  'off-charging',
  'looping',
  'dead-battery',
  'in-download',
])
export type StartState = z.infer<typeof startState>
