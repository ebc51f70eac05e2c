import type { Facts } from '../src/route/index.ts'
import {
  decide,
  evolve,
  routeOf,
  type Command,
  type JobEvent,
  type JobState,
  type StepChange,
} from '../src/job/index.ts'
import { handBack, opened, READY, sign, worldAt } from './histories.ts'

export const bench = (change: StepChange): Command => ({ kind: 'step', key: '', change })
export const answers = (set: Facts): Command => ({
  kind: 'answer',
  set,
  customer: { name: 'A. Quell' },
  ...(set.registryAnswer === 'clean' ? { asked: { where: 'the registry’s page', by: 'Runa' } } : {}),
  newestCatalogId: 1,
})
export const wipe = (['wipe-started', 'wipe-finished', 'first-start'] as const).map((kind) => bench({ kind }))

/** A job as a technician works on it: what is refused throws, so that a story that cannot happen is no story. */
export class Story {
  job: JobState = opened()
  events: JobEvent[] = []
  #minute = 0

  constructor(facts: Facts) {
    this.does(answers({ ...READY, registryAnswer: 'clean', ...facts }))
  }
  does(...commands: readonly Command[]): this {
    for (const command of commands) {
      const refusal = this.attempts(command)
      if (refusal) throw new Error(`${command.kind} was refused: ${refusal}`)
    }
    return this
  }
  signs(): this {
    return this.does(sign(this.job, this.world, 0))
  }
  /** @returns the code of the refusal, if it was refused */
  attempts(command: Command): string | undefined {
    this.#minute++
    const keyed = command.kind === 'step' ? { ...command, key: `s${this.#minute}` } : command
    const decided = decide(this.job, keyed, this.world)
    if (decided.kind === 'refused') return decided.refusal.code
    this.events.push(...decided.events)
    this.job = decided.events.reduce<JobState>(evolve, this.job)
    return undefined
  }
  handsBack(): this {
    return this.does(handBack(this.job, this.world, 0))
  }
  get world() {
    return worldAt(this.#minute)
  }
  get terms() {
    return routeOf(this.job, this.world).agreement.terms
  }
}
