import type {
  Cue,
  DeviceKind,
  Edge,
  KeyId,
  LinkKind,
  PortKind,
  Posture,
  Source,
  StartState,
  Turn,
} from '../catalog/index.ts'

/** The phrases of one interface language from which every sentence about a procedure is made. */
export interface ProcedurePhrases {
  readonly key: Readonly<Record<KeyId, string>>
  readonly cue: Readonly<Record<Cue, string>>
  readonly until: Readonly<Record<Cue, string>>
  readonly link: Readonly<Record<LinkKind, string>>
  readonly start: Readonly<Record<StartState, string>>
  readonly kind: Readonly<Record<DeviceKind, string>>
  readonly edge: Readonly<Record<Edge, string>>
  readonly port: Readonly<Record<PortKind, string>>
  readonly source: Readonly<Record<Source, string>>
  /** The lane of what hangs on the port. */
  readonly cable: string
  /** The lane of how it is folded. */
  readonly hinge: string
  readonly posture: Readonly<Record<Posture, string>>
  /** The lane of what is done on the screen. */
  readonly touch: string
  readonly and: string
  readonly then: string
  readonly hold: (keys: string) => string
  readonly keepUntil: (keys: string, until: string, about: string) => string
  readonly waitUntil: (until: string, about: string) => string
  readonly keepFor: (keys: string, seconds: string) => string
  readonly waitFor: (seconds: string) => string
  readonly count: (keys: string, count: number) => string
  readonly letGo: (keys: string, kept: string) => string
  readonly slide: (from: string, to: string, kept: string) => string
  readonly press: (key: string, times: number, held: string) => string
  readonly longPress: (key: string) => string
  readonly tap: (label: string) => string
  readonly choose: (item: string, inputs: string) => string
  readonly plug: (link: string, held: string) => string
  /** The same within a menu line. */
  readonly moveCable: (link: string) => string
  readonly fold: (to: Posture, held: string) => string
  /** The same within a menu line. */
  readonly moveHinge: (to: Posture) => string
  readonly atCue: (until: string, actions: readonly string[]) => string
  readonly afterCount: (count: number, actions: readonly string[]) => string
  readonly afterTime: (about: string, actions: readonly string[]) => string
  readonly roomAfterCue: (ms: number) => string
  /** From the beginning of the count; an end that is open is absent. */
  readonly roomInCount: (fromMs: number | undefined, toMs: number | undefined) => string
  readonly seconds: (fromMs: number, ms: number, toMs: number) => string
  readonly times: (key: string, times: number) => string
  /** Presses whose number counts, with the wait after which it is final. */
  readonly inOneGo: (key: string, times: number) => string
  /** The whole of it, so many times. */
  readonly again: (inputs: string, times: number) => string
  readonly long: (key: string) => string
  readonly held: (kept: string, input: string) => string
  readonly typeWord: (word: string) => string
  readonly type: (word: string) => string
  readonly typeShown: string
  readonly turn: (key: string, by: Turn) => string
}
