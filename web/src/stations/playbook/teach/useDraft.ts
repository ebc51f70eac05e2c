import {
  familyAsWritten,
  familyAt,
  isOfForm,
  newFamily,
  shapeFaults,
  updateBetween,
  whatIsLacking,
  type Family,
  type Lacking,
  type Model,
  type PackFault,
  inPresentForm,
} from '@benevox/core/catalog'
import {
  checkFamily,
  checkVersions,
  familySheets,
  type PackFinding,
  type MethodSheet,
} from '@benevox/core/method'
import { runnableFamily, type RunnableFamily } from '@benevox/core/twin'
import { flawText, pathText } from '@benevox/words'
import { refDebounced, useStorage } from '@vueuse/core'
import { computed, nextTick, ref, toRaw, watch } from 'vue'
import { say, words } from '../../../words/index.ts'
import { useCatalog } from '../../../api/catalog.ts'

/** What is being taught, kept in the browser until it is saved or thrown away. */
export interface Draft {
  family: Family
  /** Models that come with it. */
  models: Model[]
  /** The version of the catalogue it was begun from. */
  base: number
  /** It becomes a family of its own, and does not change the one it was begun from. */
  isNew: boolean
}

/** What can be said of a draft as it stands. */
export interface DraftReading {
  readonly lacking: Lacking
  /** Faults of what was typed, by path. */
  readonly faults: readonly PackFault[]
  /** Absent while something is lacking. */
  readonly running?: RunnableFamily | undefined
  readonly sheets: readonly MethodSheet[]
  readonly findings: readonly PackFinding[]
}

/** The text of a draft comes to rest for so long before it is read anew. */
const SETTLE_MS = 200

/** @param familyId the family that is changed or copied; absent for one begun from nothing */
export function useDraft(familyId: string | undefined) {
  const catalog = useCatalog()
  const fresh = (): Draft => {
    const known = catalog.pack?.families.find(({ id }) => id === familyId)
    return {
      family: structuredClone(known ?? newFamily('phone')),
      models: [],
      base: catalog.inUse?.id ?? 0,
      isNew: known === undefined,
    }
  }
  const place = `benevox.teach.${familyId ?? 'new'}`
  // A draft that nobody has touched is not kept: it would be old when it is looked at next.
  const draft = useStorage<Draft>(place, fresh(), localStorage, {
    writeDefaults: false,
    serializer: { read: (kept) => completed(JSON.parse(kept) as Draft), write: JSON.stringify },
  })
  const settled = refDebounced(
    computed(() => JSON.stringify(draft.value)),
    SETTLE_MS,
  )
  /** The version of the system that is taught; as it came where none is. */
  const system = ref<number>()
  const reading = computed<DraftReading>(() =>
    read((JSON.parse(settled.value) as Draft).family, system.value),
  )
  /** The family as it is from that version on, while it is changed. */
  const ofSystem = ref<Family>()
  const edited = computed({
    get: () => ofSystem.value ?? draft.value.family,
    set: (family) => {
      if (ofSystem.value) ofSystem.value = family
      else draft.value.family = family
    },
  })
  const copyAt = (family: Family, version: number) =>
    structuredClone(familyAt(JSON.parse(JSON.stringify(family)) as Family, version))
  watch(system, (version) => {
    ofSystem.value = version === undefined ? undefined : copyAt(draft.value.family, version)
  })
  // What is changed for a version becomes an update of the family; what no update can say is taken back at once.
  watch(
    ofSystem,
    (changed) => {
      const version = system.value
      if (!changed || version === undefined) return
      const { family } = draft.value
      const others = family.updates.filter(({ fromSystem }) => fromSystem !== version)
      const before = copyAt({ ...family, updates: others }, version)
      const update = updateBetween(before, JSON.parse(JSON.stringify(changed)) as Family, version)
      const updates = update ? [...others, update].sort((a, b) => a.fromSystem - b.fromSystem) : others
      if (JSON.stringify(updates) !== JSON.stringify(family.updates)) family.updates = updates
      const said = copyAt(draft.value.family, version)
      if (JSON.stringify(said) !== JSON.stringify(changed)) ofSystem.value = said
    },
    { deep: true },
  )

  function read(family: Family, version: number | undefined): DraftReading {
    const { fragments, families } = catalog.pack ?? { fragments: [], families: [] }
    const shape = familyAsWritten.safeParse(family)
    const ofShape = shape.success
      ? []
      : shapeFaults(shape.error)
          // The short name follows the name.
          .filter(({ path }) => path[0] !== 'id' || family.name !== '')
    const lacking = whatIsLacking({ fragments, families }, family)
    const faults = [...ofShape, ...lacking.faults]
    const { parts, durations, starts } = lacking
    if (faults.length + parts.length + durations.length + starts.length > 0)
      return { lacking, faults, sheets: [], findings: [] }
    const looked = familyAt(family, version)
    const running = runnableFamily({ fragments }, looked)
    return {
      lacking,
      faults,
      running,
      sheets: familySheets(running.machine, looked),
      findings:
        version === undefined ? checkVersions({ fragments }, family) : checkFamily({ fragments }, looked),
    }
  }

  return {
    draft,
    /** The family, or what it is from the version of the system on that is taught. */
    edited,
    system,
    reading,
    /** Whether what is read is what stands in the form. */
    isSettled: computed(() => settled.value === JSON.stringify(draft.value)),
    async throwAway(): Promise<void> {
      system.value = undefined
      draft.value = fresh()
      await nextTick()
      localStorage.removeItem(place)
    },
    plain: (): Draft => structuredClone(toRaw(JSON.parse(JSON.stringify(draft.value)) as Draft)),
  }
}

/** A draft that was kept before the format could say more: what it lacks is as it was meant then. */
function completed(stored: Draft): Draft {
  const [was] = 'procedures' in stored.family ? inMethods(stored.family) : [stored.family]
  const draft = { ...stored, family: was ?? stored.family }
  const kept: Partial<Family> = draft.family
  const { sums, updates, accountPath, safeModePath } = { ...newFamily(draft.family.kind), ...kept }
  const family = { ...draft.family, sums, updates, accountPath, safeModePath }
  for (const menu of Object.values(family.menus))
    menu.items = menu.items.map((item) => ({ ...item, if: (item as Partial<typeof item>).if ?? {} }))
  return { ...draft, family }
}

/** As the third version of the format says it. */
const inMethods = (family: object): readonly Family[] =>
  (inPresentForm({ formatVersion: 2, families: [family] }) as { families: readonly Family[] }).families

/** A fault where it lies, those that a form meets most in its own words. */
export function faultText({ path, flaw }: PackFault): string {
  const [part, place] = path
  const because = flawText(flaw, words)
  if (!isOfForm(flaw)) return because
  if (part === 'name') return say('draft.noName')
  if (part === 'id') return say('draft.shortName')
  if (part === 'methods' && place === undefined) return say('draft.noMethod')
  if (part === 'durations') return say('draft.times', { name: String(place), because })
  return say('draft.at', { at: pathText(path), because })
}

/** A short name made from a name. */
export function shortName(name: string): string {
  return name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 48)
}
