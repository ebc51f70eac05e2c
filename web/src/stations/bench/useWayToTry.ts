import type { Family, LinkKind, Model, StartState } from '@benevox/core/catalog'
import { cuesToReport, linkAskedFor, type Findings } from '@benevox/core/diagnosis'
import { criticalSentence, phrases, procedureSheet, roomSentence, whyMissed } from '@benevox/core/procedure'
import { computed, ref, watch } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import { useKit } from '../../api/kit.ts'
import { useVariantStudy } from '../../parts/useVariantStudy.ts'
import { useDiagnosis } from './useDiagnosis.ts'

/** Which way into recovery is to be tried next, with which cable, and why: by the tries so far, or as chosen. */
export function useWayToTry(props: { readonly model: Model; readonly family: Family }) {
  const job = useJob()
  const catalog = useCatalog()
  const kit = useKit()
  const words = phrases('en')

  /** What the counter was told decides which ways stand first; the technician may choose another. */
  const start = computed<StartState>(() =>
    job.facts.complaint === 'restarts-into-recovery'
      ? 'looping'
      : job.facts.powersOn === 'no'
        ? 'off'
        : 'on-locked',
  )
  const running = computed(() => catalog.machineOf(props.family))
  const machine = computed(() => running.value.machine)
  /** Ways that fail their proof are marked wherever they are offered. */
  const notProven = computed(
    () =>
      new Set(
        props.family.procedures
          .filter((one) => whyMissed(machine.value, one) !== undefined)
          .map(({ id }) => id),
      ),
  )

  const made = computed(() =>
    (job.saved?.attempts ?? []).filter(({ outcome }) => outcome === 'failed' || outcome === 'reached'),
  )
  const last = computed(() => {
    const one = made.value.at(-1)
    return one?.outcome === 'failed' ? one : undefined
  })
  const cable = ref<number>()
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
      families: [props.family],
      start: start.value,
    })),
    computed(() =>
      made.value.map(({ procedureId, familyId, link, cable: with_, outcome, seen, notSeen }) => ({
        procedureId,
        familyId,
        link,
        ...(with_ === null ? {} : { cable: String(with_) }),
        reached: outcome === 'reached',
        seen,
        notSeen,
      })),
    ),
    findings,
    computed(() => (spare.value ? kit.trust[String(spare.value.number)] : undefined)),
  )
  const advised = computed(() => (last.value ? diagnosed.value?.things[0] : undefined))
  const advisedTry = computed(() => (advised.value?.thing.kind === 'try' ? advised.value.thing : undefined))

  const picked = ref<string>()
  const procedure = computed(() => {
    const byId = (id: string | undefined) => props.family.procedures.find((one) => one.id === id)
    return (
      byId(picked.value) ??
      byId(advisedTry.value?.way.procedure.id) ??
      byId(job.saved?.bench.procedureId) ??
      props.family.procedures.find(({ from, id }) => from === start.value && !notProven.value.has(id)) ??
      props.family.procedures.find(({ from }) => from === start.value) ??
      props.family.procedures[0]
    )
  })
  const sheetOf = (id: string | undefined) => {
    const one = props.family.procedures.find((candidate) => candidate.id === id)
    return one && procedureSheet(machine.value, one, 'en')
  }
  const sheet = computed(() => sheetOf(procedure.value?.id))
  const chart = computed(() => sheet.value?.chart)
  const lines = computed(() => sheet.value?.lines ?? [])
  /** The ways by what they begin with, in the family's order. */
  const ways = computed(() =>
    Object.entries(words.start)
      .map(([from, says]) => ({
        says,
        procedures: props.family.procedures.filter((one) => one.from === from),
      }))
      .filter(({ procedures }) => procedures.length > 0),
  )
  const studies = useVariantStudy(
    computed(() => props.family),
    computed(() => (procedure.value ? [procedure.value.id] : [])),
  )
  const study = computed(() => studies.get(procedure.value?.id ?? ''))
  const critical = computed(() => {
    const slack = study.value?.critical
    if (!procedure.value || !chart.value || !slack) return undefined
    return {
      sentence: criticalSentence(procedure.value, slack.step, chart.value, 'en'),
      room: roomSentence(procedure.value, slack, chart.value, 'en'),
    }
  })
  const needsLink = computed(() => procedure.value && linkAskedFor(procedure.value))
  const link = ref<LinkKind>('none')
  watch(needsLink, (asked) => (link.value = asked ?? 'none'), { immediate: true })
  watch(
    advisedTry,
    (next) => {
      if (!next?.otherCable || !spare.value) return
      cable.value = spare.value.number
      link.value = needsLink.value ?? 'none'
    },
    { immediate: true },
  )

  const goal = computed(() => procedure.value?.goal ?? 'recovery-menu')
  /** The cues that can come on this family, but for the goal; the nine with keys first. */
  const cuesToChoose = computed(() => cuesToReport(machine.value).filter((cue) => cue !== goal.value))
  const usedKeys = computed(() => chart.value?.lanes.map(({ key }) => key) ?? [])

  return {
    running,
    notProven,
    last,
    cable,
    link,
    needsLink,
    diagnosed,
    tookMs,
    advised,
    advisedTry,
    picked,
    procedure,
    sheetOf,
    sheet,
    chart,
    lines,
    ways,
    study,
    critical,
    goal,
    cuesToChoose,
    usedKeys,
  }
}
