import { z } from 'zod'
import {
  buzz,
  cue,
  deviceKind,
  edge,
  effect,
  keyId,
  linkKind,
  portKind,
  posture,
  screenKind,
  startState,
  turn,
  USUAL_LINKS,
} from './vocabulary.ts'

/** The catalogue pack: one document that a shop exports, edits, imports and shares. */

const slug = z.string().regex(/^[a-z0-9][a-z0-9-]{0,47}$/, 'small-name')
const label = z.string().trim().min(1).max(120)
const stateName = z.string().regex(/^\.?[a-z0-9][a-z0-9.@-]{0,79}$/, 'state-name')
/** A family's own state or menu, or one of a part that it says itself instead: `recovery.main`. */
const ownName = z.string().regex(/^[a-z0-9][a-z0-9-]{0,47}(\.[a-z0-9][a-z0-9-]{0,47})?$/, 'part-name')

/** A fixed time in milliseconds, or the name of one of the family's durations. */
export const time = z.union([z.int().min(1).max(3_600_000), slug])

/** A duration of the device: the middle and both extremes over units of the family. */
export const durationRange = z
  .strictObject({
    minMs: z.int().min(1).max(3_600_000),
    medianMs: z.int().min(1).max(3_600_000),
    maxMs: z.int().min(1).max(3_600_000),
  })
  .refine((range) => range.minMs <= range.medianMs && range.medianMs <= range.maxMs, 'ascending-times')

export const trigger = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('after'), time }),
  z.strictObject({
    kind: z.literal('hold'),
    keys: z.array(keyId).min(1).max(4),
    time,
    from: z.enum(['carried', 'entry', 'fresh']).default('carried'),
    ignore: z.array(keyId).default([]),
  }),
  z.strictObject({
    kind: z.literal('press'),
    key: keyId,
    times: z.int().min(1).max(20).default(1),
    with: z.array(keyId).default([]),
    /** The number is final once so long no press followed: exactly so many, where else it is at least so many. */
    rest: time.optional(),
  }),
  /** Longer than the family's threshold, or than one of its own. */
  z.strictObject({ kind: z.literal('long-press'), key: keyId, time: time.optional() }),
  z.strictObject({ kind: z.literal('key-down'), key: keyId }),
  /** A key that turns, such as a crown, by one notch. */
  z.strictObject({ kind: z.literal('turn'), key: keyId, by: turn }),
  z.strictObject({ kind: z.literal('link'), to: z.array(linkKind).min(1) }),
  z.strictObject({ kind: z.literal('fold'), to: z.array(posture).min(1) }),
  /** A touch on a place of the screen, with what stands there. */
  z.strictObject({ kind: z.literal('tap'), on: slug, label: label.optional() }),
  z.strictObject({ kind: z.literal('type'), word: z.string().min(1).max(24) }),
  /** The word that the screen shows this time is typed, or another one. */
  z.strictObject({ kind: z.literal('type-shown'), right: z.boolean().default(true) }),
  /** No input for so long: since this state began, or carried over from before it. */
  z.strictObject({ kind: z.literal('idle'), time, from: z.enum(['entry', 'carried']).default('entry') }),
])
export type Trigger = z.infer<typeof trigger>

export const guard = z.strictObject({
  /** Exactly these keys are held. */
  held: z.array(keyId).optional(),
  /** … and each of them was pressed since this state began. */
  fresh: z.boolean().optional(),
  ignore: z.array(keyId).optional(),
  links: z.array(linkKind).optional(),
  postures: z.array(posture).optional(),
  batteryFrom: z.number().min(0).max(100).optional(),
  batteryBelow: z.number().min(0).max(100).optional(),
  screenLock: z.boolean().optional(),
  account: z.boolean().optional(),
  loop: z.boolean().optional(),
  wiped: z.boolean().optional(),
})
export type Guard = z.infer<typeof guard>

export const transition = z.strictObject({
  on: trigger,
  if: guard.default({}),
  to: stateName,
  cues: z.array(buzz).default([]),
  effects: z.array(effect).default([]),
  /** The battery has come to so much by then, in percent. */
  chargedTo: z.int().min(1).max(100).optional(),
})
export type Transition = z.infer<typeof transition>

export const state = z.strictObject({
  screen: screenKind,
  /** What the screen says, as far as it matters to the technician. */
  text: z.string().max(200).optional(),
  /** The words of which it shows one to be typed, the next one each time it comes. */
  words: z.array(z.string().min(1).max(24)).min(2).max(40).optional(),
  /** Takes on the transitions of another state after its own. */
  like: stateName.optional(),
  transitions: z.array(transition).default([]),
})
export type State = z.infer<typeof state>

export const menuItem = z.strictObject({
  id: slug,
  label,
  /** Chosen without it, nothing happens. */
  if: guard.default({}),
  to: stateName,
  cues: z.array(buzz).default([]),
  effects: z.array(effect).default([]),
})

export type MenuItem = z.infer<typeof menuItem>

export const menu = z.strictObject({
  screen: screenKind,
  title: z.string().max(200).optional(),
  items: z.array(menuItem).min(1).max(40),
  /** The item under the cursor when the menu opens. */
  start: slug.optional(),
  wrap: z.boolean().default(true),
  /** The key that moves the cursor on; absent or null where only turning or touching does. */
  next: keyId.nullish(),
  /** A key that moves the cursor by being turned: down and on, up and back. */
  turn: keyId.optional(),
  /** Absent or null where the cursor only goes down. */
  previous: keyId.nullish(),
  choose: z.strictObject({
    key: keyId,
    press: z.enum(['short', 'long']),
    /** So many short presses choose; the moves then wait as long until their number is final. */
    times: z.int().min(1).max(20).default(1),
    rest: time.optional(),
    /** A long press of this menu's own. */
    time: time.optional(),
  }),
  touch: z.boolean().default(false),
  /** Only the choice under the cursor is shown. */
  oneAtATime: z.boolean().default(false),
  /** Further transitions of the menu, wherever its cursor stands. */
  transitions: z.array(transition).default([]),
})
export type Menu = z.infer<typeof menu>

type Json = z.infer<ReturnType<typeof z.json>>
/** Any JSON. A document comes out of a file and is JSON already: nothing is looked through a second time. */
const json: z.ZodType<Json> = z.any()

/** JSON that becomes states and menus once its `{"parameter": name}` places are filled; checked where used. */
const template = z.record(slug, json)

const parameterName = z.string().regex(/^[a-z][A-Za-z0-9]*$/, 'parameter-name')

export const fragment = z.strictObject({
  id: slug,
  says: z.string().max(300),
  parameters: z.array(parameterName).default([]),
  /** What a parameter is where a family does not hand it over. */
  defaults: z.record(parameterName, json).default({}),
  states: template.default({}),
  menus: template.default({}),
})
export type Fragment = z.infer<typeof fragment>

const until = z.union([
  z.strictObject({ cue }),
  z.strictObject({ ms: z.int().min(1).max(600_000) }),
  z.strictObject({ count: z.int().min(1).max(20) }),
])

/** One step in the technician's terms. */
export const step = z.discriminatedUnion('do', [
  z.strictObject({ do: z.literal('plug'), link: linkKind }),
  z.strictObject({ do: z.literal('fold'), to: posture }),
  z.strictObject({
    do: z.literal('hold'),
    keys: z.array(keyId).min(1).max(4),
    order: z.enum(['together', 'in-order']).default('together'),
  }),
  z.strictObject({ do: z.literal('wait'), until }),
  z.strictObject({ do: z.literal('let-go'), keys: z.array(keyId).min(1).max(4) }),
  z.strictObject({ do: z.literal('slide'), from: keyId, to: keyId }),
  z.strictObject({ do: z.literal('press'), key: keyId, times: z.int().min(1).max(20).default(1) }),
  z.strictObject({ do: z.literal('long-press'), key: keyId }),
  z.strictObject({ do: z.literal('tap'), on: slug, label }),
  z.strictObject({ do: z.literal('type'), word: z.string().min(1).max(24) }),
  z.strictObject({ do: z.literal('choose'), menu: stateName, item: slug, label }),
])
export type Step = z.infer<typeof step>

export const source = z.enum([
  'tried-here',
  'told-by-another-shop',
  'makers-document',
  'published-list',
  'invented-for-the-demo',
])
export type Source = z.infer<typeof source>

const methodParts = {
  /** What it is called: it says how it goes. */
  name: label,
  from: startState,
  /** The screen that shows it worked. */
  goal: screenKind,
}
const methodSource = source.optional()

export const method = z.strictObject({
  id: slug,
  ...methodParts,
  steps: z.array(step).min(1).max(40),
  /** Absent: the family's own. */
  source: methodSource,
})
export type Method = z.infer<typeof method>

/** A method that several families share: its steps have `{"parameter": name}` places. */
export const commonMethod = z.strictObject({
  id: slug,
  ...methodParts,
  parameters: z.array(parameterName).default([]),
  defaults: z.record(parameterName, json).default({}),
  steps: z.array(json).min(1).max(40),
})
export type CommonMethod = z.infer<typeof commonMethod>

/** A family's method that follows a common one; what is named here overrides that. */
export const methodAsCommon = z.strictObject({
  id: slug,
  like: slug,
  with: z.record(parameterName, json).default({}),
  name: label.optional(),
  from: startState.optional(),
  goal: screenKind.optional(),
  source: methodSource,
})
export type MethodAsCommon = z.infer<typeof methodAsCommon>

const waitBand = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none'), fromFailures: z.int().min(0) }),
  z.strictObject({
    kind: z.literal('every'),
    fromFailures: z.int().min(0),
    every: z.int().min(1),
    waitMs: z.int().min(0),
  }),
  z.strictObject({ kind: z.literal('each'), fromFailures: z.int().min(0), waitMs: z.int().min(0) }),
  z.strictObject({
    kind: z.literal('doubling'),
    fromFailures: z.int().min(0),
    every: z.int().min(1),
    waitMs: z.int().min(0),
  }),
])

const familyParts = {
  id: slug,
  name: label,
  kind: deviceKind,
  /** Where the keys sit: the edge as the technician faces the screen, and how far down or along it, 0 to 1. */
  keys: z
    .array(
      z.strictObject({
        id: keyId,
        edge,
        at: z.number().min(0).max(1),
        /** Named by its place, where its name depends on how the device is held; a family's own key always. */
        byPlace: label.optional(),
      }),
    )
    .min(1)
    .max(6),
  /** What else hangs on its port than on others': a cradle, a cable of the maker's own. */
  links: z
    .array(z.strictObject({ id: linkKind.exclude(USUAL_LINKS), name: label }))
    .min(1)
    .max(2)
    .optional(),
  /** Of a foldable: how it can stand. */
  postures: z.array(posture).min(2).optional(),
  /** Of a watch: how its body is drawn; round where nothing is said. */
  shape: z.enum(['round', 'square']).optional(),
  /** The threshold between a short and a long press. */
  longPressMs: z.int().min(100).max(5000).default(600),
  durations: z.record(slug, durationRange),
  /** Durations that are the sum of others, and are long together when those are. */
  sums: z.record(slug, z.array(slug).min(2).max(12)).default({}),
  compose: z.array(
    z.strictObject({ fragment: slug, as: slug, with: z.record(z.string(), json).default({}) }),
  ),
  states: z.record(ownName, state).default({}),
  menus: z.record(ownName, menu).default({}),
  starts: z.partialRecord(startState, stateName),
  /** The path of menu items to the reset in the settings. */
  settingsPath: z.array(label).default([]),
  /** The path in the settings to the list of accounts, where they are taken off; the list is then looked at. */
  accountPath: z.array(label).default([]),
  /** What is pressed at the lock screen to start without the owner's apps, where it is offered there. */
  safeModePath: z.array(label).default([]),
  accountLock: z.strictObject({ asksAfterRecoveryReset: z.boolean(), acceptsOldScreenLock: z.boolean() }),
  /** The maker provides the system's file, to install it again from recovery. Absent: nobody has said. */
  systemFile: z.boolean().optional(),
  carrierLock: z
    .strictObject({ entriesAllowed: z.int().min(1).max(100), dialledCode: z.string().max(20).optional() })
    .optional(),
  /** Absent: the platform's own law. */
  waitLaw: z.array(waitBand).optional(),
  durationsOfTheWork: z.strictObject({ wipe: slug, firstStart: slug }),
  /** What to mind, said before the keys are touched. */
  cautions: z.array(label).max(12).default([]),
  source,
  /** Where one part comes from, if not from the family's own source. */
  sources: z
    .partialRecord(z.enum(['keys', 'durations', 'menus', 'settings', 'account-lock', 'carrier-lock']), source)
    .default({}),
}

/** What an update of the system changes from a version on: what is named here stands in place of the family's. */
const updateParts = {
  fromSystem: z.int().min(1).max(100),
  longPressMs: familyParts.longPressMs.unwrap().optional(),
  durations: z.record(slug, durationRange).default({}),
  sums: familyParts.sums,
  /** Other parameters of its parts, by the name a part is used as. */
  with: z.record(slug, z.record(z.string(), json)).default({}),
  states: familyParts.states,
  menus: familyParts.menus,
  starts: familyParts.starts.optional(),
}
const MOST_UPDATES = 20
const writtenMethods = z.array(z.union([method, methodAsCommon])).max(24)
const methods = z.array(method).max(24)

/** A family as a pack writes it down: methods in full, or by the common one they follow. */
export const familyAsWritten = z.strictObject({
  ...familyParts,
  methods: writtenMethods.min(1),
  /** Each stands on those of lower versions; a method stands in place of the one of its id, or beside them all. */
  updates: z
    .array(z.strictObject({ ...updateParts, methods: writtenMethods.default([]) }))
    .max(MOST_UPDATES)
    .default([]),
})
export type FamilyAsWritten = z.infer<typeof familyAsWritten>

const familyUpdate = z.strictObject({ ...updateParts, methods: methods.default([]) })
export type FamilyUpdate = z.infer<typeof familyUpdate>

/** A family whose methods are all written out. */
export const family = z.strictObject({
  ...familyParts,
  methods: methods.min(1),
  updates: z.array(familyUpdate).max(MOST_UPDATES).default([]),
})
export type Family = z.infer<typeof family>

export const model = z.strictObject({
  id: slug,
  maker: label,
  name: label,
  codeNames: z.array(label).default([]),
  /** The model text as the recovery and the set-up wizard show it. */
  modelText: label,
  /** The year it came out; absent where a list did not say. */
  year: z.int().min(2008).max(2100).optional(),
  kind: deviceKind,
  port: portKind.optional(),
  /** Absent where the model is known by name only. */
  family: slug.optional(),
  /** An update of the system may change how the model behaves: the newest entry that its version reaches holds. */
  updates: z.array(z.strictObject({ fromSystem: z.int().min(1).max(100), family: slug })).optional(),
  /** Where this model's times differ from its family's. */
  durations: z.record(slug, durationRange).optional(),
  cellular: z.boolean(),
  tacs: z.array(z.string().regex(/^\d{8}$/, 'eight-digits')).default([]),
  source,
})
export type Model = z.infer<typeof model>

/** The version of the format that is written; `inPresentForm` brings older ones to it. */
export const FORMAT_VERSION = 3

const packParts = {
  format: z.literal('benevox-pack'),
  formatVersion: z.literal(FORMAT_VERSION),
  title: label,
  version: z.int().min(1),
  fragments: z.array(fragment).max(500),
  commonMethods: z.array(commonMethod).max(500).default([]),
  models: z.array(model).max(200_000),
}

/** The document itself. */
export const packAsWritten = z.strictObject({
  ...packParts,
  families: z.array(familyAsWritten).min(1).max(500),
})
export type PackAsWritten = z.infer<typeof packAsWritten>

/** A pack as read: every family's methods written out. */
export const pack = z.strictObject({ ...packParts, families: z.array(family).min(1).max(500) })
export type Pack = z.infer<typeof pack>
