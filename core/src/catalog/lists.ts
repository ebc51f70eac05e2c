import type { ListFlaw } from './flaw.ts'
import slugify from 'slugify'
import type { ListedDevice } from './table.ts'
import type { Model, Pack } from './pack.ts'
import type { DeviceKind } from './vocabulary.ts'

/** How listed devices are given a family, a kind and a year. The first rule that fits a device counts. */
export interface MappingRule {
  /** Absent: any maker. */
  readonly maker?: string | undefined
  /** With `*` for any letters: `Slate*`. Absent: any name. */
  readonly name?: string | undefined
  /** Years the rule is for, both included; a device whose list has no year fits only a rule without them. */
  readonly years?: { readonly from: number; readonly to: number } | undefined
  readonly family?: string | undefined
  readonly kind?: DeviceKind | undefined
  readonly year?: number | undefined
}

/** A model that a list would change, before and after. */
export interface ModelChange {
  readonly before: Model
  readonly after: Model
}

/** What taking a list in would do. Nothing is changed by computing it. */
export interface ImportPreview {
  readonly added: readonly Model[]
  readonly changed: readonly ModelChange[]
  /** Models on the list that are in the catalogue as they are. */
  readonly unchanged: number
  /** Lines that fit no model of the catalogue and say too little to make one. */
  readonly leftOut: readonly { readonly line: number; readonly flaw: ListFlaw }[]
  /** Devices that no rule gave a family; they are found by name, and led through no keys. */
  readonly withoutFamily: number
}

export type ImportReading =
  | { readonly kind: 'preview'; readonly preview: ImportPreview }
  | { readonly kind: 'refused'; readonly line: number; readonly flaw: ListFlaw }

/** Progress is told after so many lines. */
const STRIDE = 1000

/**
 * What taking listed devices in would change in a catalogue: they are the same where maker and model text are
 * the same, or else maker and name. What the shop wrote itself stays; a list adds code names and TACs, and fills
 * in what is missing.
 * @param told called now and then with how many lines are done
 * @returns refused where one TAC would stand for two models
 */
export function previewImport(
  pack: Pick<Pack, 'models'>,
  devices: readonly ListedDevice[],
  rules: readonly MappingRule[],
  told: (done: number) => void = () => undefined,
): ImportReading {
  const compiled = rules.map((rule) => ({
    rule,
    name: rule.name === undefined ? undefined : wildcard(rule.name),
  }))
  const desk = new Desk(pack.models)
  const leftOut: { line: number; flaw: ListFlaw }[] = []
  for (const [done, device] of devices.entries()) {
    if (done % STRIDE === 0) told(done)
    const found = desk.find(device)
    if (found === 'several') {
      leftOut.push({
        line: device.line,
        flaw: { code: 'several-models', text: device.modelText ?? device.name ?? '' },
      })
      continue
    }
    if (!found && !(device.maker && (device.name ?? device.modelText))) {
      leftOut.push({
        line: device.line,
        flaw: { code: 'unknown-model', text: device.modelText ?? device.name ?? '' },
      })
      continue
    }
    const taken = device.tac === undefined ? undefined : desk.holderOf(device.tac)
    if (taken !== undefined && taken !== found)
      return {
        kind: 'refused',
        line: device.line,
        flaw: { code: 'tac-taken', tac: device.tac ?? '', model: `${taken.maker} ${taken.name}` },
      }
    const listed = found ?? desk.add(device)
    const rule = compiled.find((one) =>
      fits(one.rule, one.name, listed.maker, listed.name, device.year ?? listed.year),
    )
    desk.put(merged(listed, device, rule?.rule), listed)
  }
  told(devices.length)
  return { kind: 'preview', preview: { ...desk.outcome(), leftOut } }
}

/** Models under the names they are found by while a list is gone through. */
class Desk {
  readonly #before = new Map<string, Model>()
  readonly #now = new Map<string, Model>()
  readonly #touched = new Set<string>()
  readonly #byText = new Map<string, string[]>()
  readonly #byName = new Map<string, string[]>()
  readonly #byTac = new Map<string, string>()
  readonly #nextNumber = new Map<string, number>()

  constructor(models: readonly Model[]) {
    for (const model of models) {
      this.#before.set(model.id, model)
      this.#now.set(model.id, model)
      this.#enter(model)
    }
  }

  find({ maker, name, modelText }: ListedDevice): Model | 'several' | undefined {
    for (const [index, text] of [
      [this.#byText, modelText],
      [this.#byName, name],
    ] as const) {
      if (text === undefined) continue
      const ids = (index.get(plain(text)) ?? []).filter(
        (id) => maker === undefined || plain(this.#now.get(id)?.maker ?? '') === plain(maker),
      )
      // A name with another model text is another model.
      const same = ids.filter(
        (id) =>
          modelText === undefined ||
          index === this.#byText ||
          plain(this.#now.get(id)?.modelText ?? '') === plain(modelText),
      )
      if (same.length > 1) return 'several'
      const [only] = same
      if (only !== undefined) return this.#now.get(only)
    }
    return undefined
  }

  holderOf(tac: string): Model | undefined {
    return this.#now.get(this.#byTac.get(tac) ?? '')
  }

  add({ maker = '', name, modelText }: ListedDevice): Model {
    const called = name ?? modelText ?? ''
    const model: Model = {
      id: this.#freeId(`${maker} ${called}`, modelText ?? ''),
      maker,
      name: called,
      codeNames: [],
      modelText: modelText ?? called,
      kind: 'phone',
      cellular: true,
      tacs: [],
      source: 'published-list',
    }
    this.#now.set(model.id, model)
    this.#enter(model)
    return model
  }

  put(model: Model, before: Model): void {
    this.#touched.add(model.id)
    if (model === before) return
    this.#now.set(model.id, model)
    for (const tac of model.tacs) this.#byTac.set(tac, model.id)
  }

  outcome(): Omit<ImportPreview, 'leftOut'> {
    const added: Model[] = []
    const changed: ModelChange[] = []
    let unchanged = 0
    let withoutFamily = 0
    for (const id of this.#touched) {
      const after = this.#now.get(id)
      const before = this.#before.get(id)
      if (!after) continue
      if (after.family === undefined) withoutFamily++
      if (!before) added.push(after)
      else if (before === after) unchanged++
      else changed.push({ before, after })
    }
    return { added, changed, unchanged, withoutFamily }
  }

  #enter({ id, maker, name, modelText, tacs }: Model): void {
    const into = (index: Map<string, string[]>, text: string) => {
      const there = index.get(plain(text))
      if (there) there.push(id)
      else index.set(plain(text), [id])
    }
    into(this.#byText, modelText)
    into(this.#byName, name)
    if (name !== `${maker} ${name}`) into(this.#byName, `${maker} ${name}`)
    for (const tac of tacs) this.#byTac.set(tac, id)
  }

  /** An id nobody has: from the name, then with the model text, then with a number. */
  #freeId(name: string, modelText: string): string {
    const short = slugOf(name)
    if (!this.#now.has(short)) return short
    const long = slugOf(`${name} ${modelText}`)
    if (!this.#now.has(long)) return long
    for (let number = this.#nextNumber.get(long) ?? 2; ; number++) {
      const id = `${long}-${number}`
      if (this.#now.has(id)) continue
      this.#nextNumber.set(long, number + 1)
      return id
    }
  }
}

function merged(model: Model, device: ListedDevice, rule: MappingRule | undefined): Model {
  const isListed = model.source === 'published-list'
  const codeNames = withOne(model.codeNames, device.codeName)
  const tacs = withOne(model.tacs, device.tac)
  const kind = isListed ? (rule?.kind ?? model.kind) : model.kind
  const family = isListed ? (rule?.family ?? model.family) : (model.family ?? rule?.family)
  const year = model.year ?? device.year ?? rule?.year
  if (
    codeNames === model.codeNames &&
    tacs === model.tacs &&
    kind === model.kind &&
    family === model.family &&
    year === model.year
  )
    return model
  return {
    ...model,
    codeNames: [...codeNames],
    tacs: [...tacs],
    kind,
    ...(isListed ? { cellular: kind === 'phone' || tacs.length > 0 } : {}),
    ...(family === undefined ? {} : { family }),
    ...(year === undefined ? {} : { year }),
  }
}

function withOne(list: readonly string[], one: string | undefined): readonly string[] {
  return one === undefined || list.includes(one) ? list : [...list, one]
}

function fits(
  rule: MappingRule,
  isNamed: ((name: string) => boolean) | undefined,
  maker: string,
  name: string,
  year: number | undefined,
): boolean {
  return (
    (rule.maker === undefined || plain(rule.maker) === plain(maker)) &&
    (isNamed === undefined || isNamed(name)) &&
    (rule.years === undefined || (year !== undefined && rule.years.from <= year && year <= rule.years.to))
  )
}

/** Whether a name fits a pattern with stars, in any case; in time that grows with the name alone. */
function wildcard(pattern: string): (name: string) => boolean {
  const parts = plain(pattern).split('*')
  const first = parts.shift() ?? ''
  const last = parts.pop()
  return (name) => {
    const text = plain(name)
    if (last === undefined) return text === first
    if (!text.startsWith(first) || !text.endsWith(last) || text.length < first.length + last.length)
      return false
    const end = text.length - last.length
    let at = first.length
    for (const part of parts) {
      const found = text.indexOf(part, at)
      if (found < 0 || found + part.length > end) return false
      at = found + part.length
    }
    return true
  }
}

const plain = (text: string) => text.trim().toLowerCase()

/** An id out of a name: small letters, digits and dashes, at most 40 of them. */
const slugOf = (text: string): string =>
  slugify(text, { lower: true, strict: true }).slice(0, 40).replace(/-+$/, '') || 'model'
