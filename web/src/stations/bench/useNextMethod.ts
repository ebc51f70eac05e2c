import {
  startState,
  type StartState,
  type Family,
  type LinkKind,
  type Model,
  type ModelVersion,
  type Method,
} from '@benevox/core/catalog'
import {
  brokenKeysOf,
  cuesToReport,
  linkAskedFor,
  nameOfMethod,
  type Findings,
  type AttemptMade,
  type PossibleMethod,
} from '@benevox/core/diagnosis'
import { methodSheet, startWithout, whyMissed } from '@benevox/core/method'
import { resetsWithout, startTold } from '@benevox/core/route'
import { changeTexts, criticalText, notVerifiedOf, roomText, sheetTexts } from '@benevox/words'
import { computed, ref, watch } from 'vue'
import { say, words } from '../../words/index.ts'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import { useKit } from '../../api/kit.ts'
import { useMethodStudy } from '../../parts/useMethodStudy.ts'
import { useDiagnosis } from './useDiagnosis.ts'

/** One version of the system that a device may have. */
export interface PossibleSystem {
  /** The first version that behaves so; undefined as it came. */
  readonly fromSystem: number | undefined
  /** By what was seen so far; undefined where it is not worked out. */
  readonly chance?: number | undefined
  /** The ways and menus shown are of this one. */
  readonly isTaken: boolean
  /** The way to try next is of this one and not of the one that is taken. */
  readonly isNext?: boolean
}

export const possibleSystem = (
  { fromSystem, family }: ModelVersion,
  taken: Family,
  more: Pick<PossibleSystem, 'chance' | 'isNext'> = {},
): PossibleSystem => ({ fromSystem, isTaken: family === taken, ...more })

const USUAL_STARTS: readonly StartState[] = ['on-locked', 'off', 'looping']

/** Versions of one model are told apart by this, since their families may have one name. */
const nameOfVersion = (fromSystem: number | undefined) =>
  fromSystem === undefined ? 'as-it-came' : `from-${fromSystem}`

/** Which way into recovery is to be tried next, with which cable, and why: by the attempts so far, or as chosen. */
export function useNextMethod(props: { readonly model: Model; readonly family: Family }) {
  const job = useJob()
  const catalog = useCatalog()
  const kit = useKit()

  /** What the counter was told decides which ways stand first, until the device is found otherwise at the bench. */
  const found = ref<StartState>()
  const now = computed(() => found.value ?? startTold(job.facts))
  const start = computed(() =>
    startWithout(
      [props.family, ...job.versions.map(({ family }) => family)],
      now.value,
      job.progress?.brokenKeys ?? [],
    ),
  )
  const running = computed(() => catalog.machineOf(props.family))
  const machine = computed(() => running.value.machine)
  /** Ways that fail their proof are marked wherever they are offered. */
  const unverified = computed(
    () =>
      new Set(
        props.family.methods.filter((one) => whyMissed(machine.value, one) !== undefined).map(({ id }) => id),
      ),
  )

  /** More than one where nobody knows the version of the system and it makes a difference. */
  const versions = computed(() => (job.versions.length > 1 ? job.versions : []))

  /** What was tried while it was taken for another model says nothing of the ways of this one. */
  const made = computed(() =>
    (job.saved?.attempts ?? []).filter(
      ({ outcome, modelId }) => (outcome === 'failed' || outcome === 'reached') && modelId === props.model.id,
    ),
  )
  const last = computed(() => {
    const one = made.value.at(-1)
    return one?.outcome === 'failed' ? one : undefined
  })
  const cable = ref<number>()
  /** The first of the kit that fits, until somebody chooses; *not numbered* is a choice too, and stays. */
  watch(
    () => kit.fitting(props.model.port).map(({ number }) => number),
    (fitting, before) => {
      if (String(fitting) === String(before)) return
      if (cable.value === undefined || !fitting.includes(cable.value)) cable.value = fitting[0]
    },
    { immediate: true },
  )
  const findings = computed<Findings>(() => {
    const bench = job.saved?.bench
    return {
      keys: bench?.keysTested,
      charged:
        bench?.charging?.endedAt !== undefined ||
        job.facts.battery === 'at-least-20' ||
        job.facts.battery === 'external-power',
      modelCompared: bench?.rightDevice?.by === 'model-text',
      cables: kit.trust,
    }
  })
  const spare = computed(() =>
    kit.fitting(props.model.port).find(({ number }) => number !== last.value?.cable),
  )
  const { diagnosed, tookMs } = useDiagnosis(
    computed(() => ({
      fragments: catalog.fragmentsOf(props.family),
      families:
        versions.value.length === 0
          ? [props.family]
          : versions.value.map(({ fromSystem, family }) => ({ ...family, id: nameOfVersion(fromSystem) })),
      start: start.value,
    })),
    computed(() =>
      made.value.flatMap((attempt): AttemptMade[] => {
        const { link, cable: with_, outcome, seen, notSeen } = attempt
        const method = job.wayOf(attempt)
        const cabled = with_ === null ? {} : { cable: String(with_) }
        return method ? [{ method, link, ...cabled, reached: outcome === 'reached', seen, notSeen }] : []
      }),
    ),
    findings,
    computed(() => ({
      otherCable: spare.value && kit.trust[String(spare.value.number)],
      situation: job.situation,
    })),
  )
  const advised = computed(() => (last.value ? diagnosed.value?.things[0] : undefined))
  /** The way that is best to try, of whatever version the device may have. */
  const bestAttempt = computed(() => {
    const best = last.value
      ? advised.value
      : diagnosed.value?.things.find(({ thing }) => thing.kind === 'attempt')
    return best?.thing.kind === 'attempt' ? best.thing : undefined
  })
  const isHere = ({ method }: PossibleMethod) =>
    props.family.methods.find((one) => nameOfMethod(one) === nameOfMethod(method))
  const changes = computed(() => {
    const of = diagnosed.value?.last
    return of && advised.value ? changeTexts(advised.value.changes, of.chart, words) : []
  })
  const advisedAttempt = computed(() => {
    const best = last.value ? bestAttempt.value : undefined
    return best && isHere(best.way) ? best : undefined
  })
  /** What the device may be, where nobody knows its system: how likely, and which of it is to be tried next. */
  const systems = computed<readonly PossibleSystem[]>(() =>
    versions.value.map((version) => {
      const id = nameOfVersion(version.fromSystem)
      const best = bestAttempt.value
      return possibleSystem(version, props.family, {
        chance: diagnosed.value?.families.find(({ familyId }) => familyId === id)?.chance,
        isNext: best !== undefined && !isHere(best.way) && best.way.familyId === id,
      })
    }),
  )

  const picked = ref<string>()
  /** Keys of a method that were found broken on this device. */
  const brokenIn = (one: Method) => brokenKeysOf(one, findings.value.keys)
  /** Methods that can begin with the device as it is; what is on can be switched off first. */
  const possible = computed(() =>
    props.family.methods.filter(
      ({ from }) => from === start.value || (start.value === 'on-locked' && from === 'off'),
    ),
  )
  /** The first that begins there, goes without what was found broken, and holds its proof, if one does. */
  function bestFrom(where: StartState): Method | undefined {
    const open = props.family.methods.filter((one) => one.from === where && isOpen(one))
    return open.find(({ id }) => !unverified.value.has(id)) ?? open[0]
  }
  const isOpen = (one: Method) => brokenIn(one).length === 0
  const method = computed(() => {
    const byId = (id: string | undefined) => props.family.methods.find((one) => one.id === id)
    const fromHere = possible.value.filter(({ from }) => from === start.value)
    const chosen = byId(job.saved?.bench.methodId)
    return (
      byId(picked.value) ??
      (advisedAttempt.value && isHere(advisedAttempt.value.way)) ??
      (chosen && isOpen(chosen) ? chosen : undefined) ??
      bestFrom(start.value) ??
      possible.value.find(isOpen) ??
      chosen ??
      fromHere[0] ??
      props.family.methods[0]
    )
  })
  /** Why the method that is shown cannot be done: keys found broken, and whether another goes without them. */
  const broken = computed(() => {
    const found = job.progress?.brokenKeys ?? []
    // Its menus are driven with keys too.
    const isWithout =
      !job.device?.keys || found.length === 0 || resetsWithout(job.device.keys, found) > 0
        ? possible.value.some((one) => brokenIn(one).length === 0)
        : false
    const inTheWay = method.value ? brokenIn(method.value) : []
    const keys = inTheWay.length > 0 || isWithout ? inTheWay : found
    return keys.length > 0 ? { keys, isWithout } : undefined
  })
  /** How the device has to be brought first, where the method that is shown begins otherwise than it was told to be. */
  const beginsWith = computed(() => {
    const from = method.value?.from
    return from && from !== now.value && made.value.length === 0 ? from : undefined
  })
  /** How it may be found: the usual three, and those that a method of this family begins with. */
  const starts = computed(() =>
    startState.options.filter(
      (one) => USUAL_STARTS.includes(one) || props.family.methods.some(({ from }) => from === one),
    ),
  )
  /** It is found so at the bench. @returns the method that begins there, where one does */
  function findAt(where: StartState): string | undefined {
    found.value = where
    return bestFrom(where)?.id
  }
  const sheetOf = (id: string | undefined) => {
    const one = props.family.methods.find((candidate) => candidate.id === id)
    return one && methodSheet(machine.value, one)
  }
  const sheet = computed(() => sheetOf(method.value?.id))
  const chart = computed(() => sheet.value?.chart)
  const lines = computed(() => (sheet.value ? sheetTexts(sheet.value, words) : []))
  const notVerified = computed(() => sheet.value && notVerifiedOf(sheet.value, words))
  /** The ways by what they begin with, in the family's order. */
  const ways = computed(() =>
    startState.options
      .map((from) => ({
        says: say(`start.${from}`),
        methods: props.family.methods.filter((one) => one.from === from),
      }))
      .filter(({ methods }) => methods.length > 0),
  )
  const studies = useMethodStudy(
    computed(() => props.family),
    computed(() => (method.value ? [method.value.id] : [])),
  )
  const study = computed(() => studies.get(method.value?.id ?? ''))
  const critical = computed(() => {
    const slack = study.value?.critical
    if (!method.value || !chart.value || !slack) return undefined
    return {
      sentence: criticalText(method.value, slack.step, chart.value, words),
      room: roomText(method.value, slack, chart.value, words),
    }
  })
  const needsLink = computed(() => method.value && linkAskedFor(method.value))
  /** What hangs on the cable; undefined where the last attempt had something else on it and nobody has said since. */
  const link = ref<LinkKind>()
  watch(
    [needsLink, last],
    ([asked, before]) => {
      const isOfThisWay = before?.methodId === method.value?.id
      const hadOther = before && before.link !== asked && (before.link !== 'none' || isOfThisWay)
      link.value = asked === undefined ? 'none' : hadOther ? undefined : asked
    },
    { immediate: true },
  )
  watch(
    advisedAttempt,
    (next) => {
      if (!next?.otherCable || !spare.value) return
      cable.value = spare.value.number
    },
    { immediate: true },
  )

  const goal = computed(() => method.value?.goal ?? 'recovery-menu')
  /** The cues that can come on this family, but for the goal; the nine with keys first. */
  const cuesToChoose = computed(() => cuesToReport(machine.value).filter((cue) => cue !== goal.value))
  const usedKeys = computed(() => chart.value?.lanes.map(({ key }) => key) ?? [])

  return {
    running,
    unverified,
    made,
    last,
    cable,
    link,
    needsLink,
    diagnosed,
    tookMs,
    advised,
    advisedAttempt,
    systems,
    picked,
    method,
    broken,
    beginsWith,
    now,
    starts,
    findAt,
    sheetOf,
    sheet,
    chart,
    lines,
    notVerified,
    changes,
    ways,
    study,
    critical,
    goal,
    cuesToChoose,
    usedKeys,
  }
}
