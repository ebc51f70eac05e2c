import {
  cue,
  linkKind,
  modelInPack,
  type Cue,
  type KeyId,
  type LinkKind,
  type Pack,
} from '@benevox/core/catalog'
import {
  durationsAt,
  runnableFamily,
  Twin,
  USUAL_SITUATION,
  type Machine,
  type TwinInput,
} from '@benevox/core/twin'
import { plugText } from '@benevox/words'
import { ENGLISH } from '../words/src/english.ts'
import { demoPack } from '../demo/demoPack.ts'

/** Something wrong that the screen does not know of. */
export interface HiddenFault {
  /** A cable of the kit that carries power and no data. */
  readonly cableWithoutData?: number
  /** A key that is taken for another, until somebody says so. */
  readonly mistakes?: readonly [KeyId, KeyId]
  /** All keys are let go before the menu shows, until somebody says so. */
  readonly letsGoEarly?: true
}

/**
 * The technician and the device of a test: the technician reads the words on the screen and moves the keys of
 * a twin, which plays the device. Nothing here knows a method; a wrong word on the screen fails the run.
 */
export class TechnicianAtDevice {
  readonly #machine: Machine
  readonly #twin: Twin
  /** How much had been seen before the last move. */
  #since = 0
  fault: HiddenFault
  /** The number on the cable in hand. */
  cable: number | undefined

  /** @param system the version that is on the device; as it came where none is given */
  constructor(modelId: string, pack: Pack = demoPack(), fault: HiddenFault = {}, system?: number) {
    this.fault = fault
    const family = modelInPack(pack, modelId, system)?.family
    if (!family) throw new Error(`No family for ${modelId}`)
    this.#machine = runnableFamily(pack, family).machine
    this.#twin = new Twin(
      this.#machine,
      this.#machine.starts['on-locked'] ?? 0,
      // A foldable lies there shut.
      { ...USUAL_SITUATION, posture: this.#machine.postures.includes('shut') ? 'shut' : 'open' },
      durationsAt(this.#machine, 'median'),
    )
  }

  get screen(): string {
    return this.#twin.state.screen
  }
  /** Since the test began, on the device’s clock. */
  get atMs(): number {
    return this.#twin.nowMs
  }
  get wiped(): boolean {
    return this.#twin.wiped
  }
  get cues(): readonly Cue[] {
    return this.#twin.observations.flatMap((seen) =>
      seen.kind === 'screen' ? [seen.screen] : seen.kind === 'buzz' ? [seen.buzz] : [],
    )
  }

  plug(link: LinkKind): void {
    const isBad = this.cable !== undefined && this.cable === this.fault.cableWithoutData
    this.#apply([{ kind: 'link', link: isBad && link === 'computer' ? 'charger' : link }])
  }

  /** Does what a line of the step list says. @returns the cue it waited for, if it is one that was waited for */
  follow(line: string): Cue | undefined {
    const quoted = /“(.+)”/.exec(line)?.[1]
    const [move = ''] = line.split(', keep ')
    const plug = linkKind.options.find((link) =>
      [{}, { onPuck: true } as const].some((own) => move === ENGLISH.atStart(plugText(link, own, ENGLISH))),
    )
    const fold = Object.entries({
      'Open it': 'open',
      'Fold it half open': 'half-open',
      'Close it': 'shut',
    } as const).find(([says]) => move.startsWith(says))
    if (plug) this.plug(plug)
    else if (fold) this.#apply([{ kind: 'fold', to: fold[1] }], 500)
    else if (/^(Keep|Hands off)/.test(line)) {
      const cue = this.#cueIn(line)
      if (this.fault.letsGoEarly && line.startsWith('Keep') && cue === 'recovery-menu') this.letGo(400)
      return this.#await(cue)
    } else if (line.startsWith('Hold ')) {
      const inOrder = line.includes(', then ')
      const keys = this.#keysIn(line)
      if (inOrder) for (const key of keys) this.#apply([{ kind: 'key-down', key }], 250)
      else this.#apply(keys.map((key) => ({ kind: 'key-down', key })))
    } else if (line.startsWith('Slide from ')) {
      const [from, meant] = this.#keysIn(line)
      const [asked, taken] = this.fault.mistakes ?? []
      const to = meant === asked ? taken : meant
      if (from && to)
        this.#apply([
          { kind: 'key-up', key: from },
          { kind: 'key-down', key: to },
        ])
    } else if (line.startsWith('Let go of '))
      this.#apply(this.#keysIn(line.split(', keep')[0] ?? '').map((key) => ({ kind: 'key-up', key })))
    else if (line.startsWith('Choose ')) this.menuLine(line.split('”: ')[1] ?? '')
    else if (line.startsWith('With ')) this.#press(this.#keysIn(line.split(', tap ')[1] ?? '')[0], 100)
    else if (line.startsWith('Tap ') && quoted === 'Switch off')
      this.#apply([{ kind: 'tap', on: 'power-off' }], 500)
    else if (line.startsWith('Press ')) {
      const times = line.endsWith(' twice') ? 2 : 1
      for (let n = 0; n < times; n++) this.#press(this.#keysIn(line)[0], line.endsWith(' long') ? 900 : 100)
    } else throw new Error(`The technician does not understand: ${line}`)
    return undefined
  }

  /** Presses what a menu line says: `volume-down ×3 · power`. */
  menuLine(line: string): void {
    for (const part of line.split(' · ')) {
      const word = /^type “(.+)”$/.exec(part)?.[1]
      if (word) {
        this.#apply([{ kind: 'type', word }], 800)
        continue
      }
      if (part === ENGLISH.say('step.typeShown')) {
        this.#apply([{ kind: 'type', word: this.#twin.word ?? '' }], 800)
        continue
      }
      const touched = /^tap “(.+)”$/i.exec(part)?.[1]
      if (touched) {
        const { transitions } = this.#twin.state
        const place = transitions.find(({ trigger }) => trigger.kind === 'tap' && trigger.label === touched)
        if (place?.trigger.kind !== 'tap') throw new Error(`There is no “${touched}” to tap`)
        this.#apply([{ kind: 'tap', on: place.trigger.on }], 500)
        continue
      }
      const times = Number(/×(\d+)/.exec(part)?.[1] ?? 1)
      const waits = part.includes('once, wait')
      for (let n = 0; n < times; n++) {
        this.#press(this.#keysIn(part)[0], part.endsWith(' long') ? 900 : 100)
        if (waits || (part.endsWith('in one go') && n === times - 1))
          this.#twin.advanceTo(this.#twin.nowMs + 1000)
      }
    }
  }

  /** Takes the hands off, after a while. */
  letGo(afterMs = 0): void {
    this.#apply(
      this.#twin.heldKeys.map((key) => ({ kind: 'key-up', key })),
      afterMs,
    )
  }

  /** Off or dark after an attempt that went nowhere: it is left until it is on and locked again. */
  switchOnAgain(): void {
    this.#apply([{ kind: 'link', link: 'none' }], 500)
    for (let n = 0; n < 4 && this.screen !== 'lock-screen'; n++) {
      if (this.screen === 'dark') {
        this.#apply([{ kind: 'key-down', key: 'power' }], 500)
        this.#apply([{ kind: 'key-up', key: 'power' }], 3000)
      }
      const until = this.#twin.nowMs + 60_000
      while (this.screen !== 'lock-screen' && this.#twin.nextDeadlineMs() <= until)
        this.#twin.advanceTo(this.#twin.nextDeadlineMs())
    }
    if (this.screen !== 'lock-screen') throw new Error(`It does not come up: ${this.screen}`)
  }

  waitFor(cue: Cue): void {
    this.#await(cue)
  }

  #await(cue: Cue): Cue {
    const until = this.#twin.nowMs + 700_000
    // What the last move brought at once was seen, too.
    const from = this.#since
    while (this.#twin.state.screen !== cue && !this.cues.slice(from).includes(cue)) {
      const next = this.#twin.nextDeadlineMs()
      if (next > until) throw new Error(`Waited for ${cue}, the device shows ${this.screen}`)
      this.#twin.advanceTo(next)
    }
    return cue
  }

  #cueIn(line: string): Cue {
    const found = cue.options.filter((one) => new RegExp(`${ENGLISH.say(`until.${one}`)}( \\(|$)`).test(line))
    if (found.length !== 1) throw new Error(`No one cue in: ${line}`)
    return found[0] as Cue
  }

  #keysIn(text: string): KeyId[] {
    const known = this.#machine.keys
      .map((key) => ({ key, at: text.indexOf(ENGLISH.say(`key.${key}`)) }))
      .filter(({ at }) => at >= 0)
    if (known.length === 0) throw new Error(`No key in: ${text}`)
    return known.sort((a, b) => a.at - b.at).map(({ key }) => key)
  }

  #press(key: KeyId | undefined, heldMs: number): void {
    if (!key) throw new Error('No key to press')
    this.#apply([{ kind: 'key-down', key }], 100)
    this.#apply([{ kind: 'key-up', key }], heldMs)
  }

  #apply(batch: readonly TwinInput[], afterMs = 0): void {
    this.#twin.advanceTo(this.#twin.nowMs + afterMs)
    this.#since = this.#twin.observations.length
    this.#twin.apply(this.#twin.nowMs, batch)
  }
}
