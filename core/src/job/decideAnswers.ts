import { contradictedBy, type FactName, type Facts } from '../route/index.ts'
import type { Command } from './commands.ts'
import { announcing, refused, secretsIn, yes, type Decided } from './decided.ts'
import type { JobEvent } from './events.ts'
import type { JobState } from './records.ts'
import { isReported, learntOnJob, registryStands, reportNamingAModel, type World } from './standing.ts'
import { standingOf } from './steps.ts'

type Answer = Extract<Command, { kind: 'answer' }>

/** Matters of others that a person cannot unsay: a supervisor lifts them, with a reason. */
const STAYS_ONCE_SAID: readonly FactName[] = ['legalMatter', 'workManaged']

export function decideAnswer(job: JobState, command: Answer, world: World): Decided {
  const { set } = command
  const customer = Object.keys(command.customer ?? {}).length > 0 ? command.customer : undefined
  const secret = secretsIn(
    {
      accountAddress: set.accountAddress,
      ownershipNote: set.ownershipNote,
      registryReason: set.registryReason,
      originalCarrier: set.originalCarrier,
      serialNumber: set.serialNumber,
      askedWhere: command.asked?.where,
      askedBy: command.asked?.by,
      name: customer?.name,
      contact: announcing(customer?.contact),
    },
    command.noSecret,
  )
  if (secret) return secret
  const unsaid = STAYS_ONCE_SAID.find(
    (name) => job.answers[name] === 'yes' && set[name] !== undefined && set[name] !== 'yes',
  )
  if (unsaid) return refused({ code: 'stays-once-said', fact: unsaid })
  const learnt = learntOnJob(job)
  const turnedOut = (Object.keys(learnt) as FactName[]).find(
    (name) => set[name] !== undefined && set[name] !== learnt[name],
  )
  if (turnedOut === 'reportModel')
    return refused({ code: 'report-names-it', model: reportNamingAModel(job)?.model ?? '' })
  if (turnedOut) return refused({ code: 'turned-out', fact: turnedOut })
  const { registryAnswer, ...told } = set
  const answers = { ...told, ...forgottenWith(told, job.answers) }
  if (registryAnswer !== undefined && registryAnswer !== 'reported' && isReported(job))
    return refused({ code: 'report-stands', imei: job.answers.imei ?? '' })
  if (registryAnswer === 'clean' && !command.asked) return refused({ code: 'asked-where' })
  const { newestCatalogId } = command
  // Naming the model takes the catalogue as it is now; once something was deleted the job keeps its own.
  const takesNewest =
    Boolean(set.modelId) && standingOf(job).deleted === 'no' && newestCatalogId !== job.catalogId
  const events: JobEvent[] = []
  if (Object.keys(answers).length > 0 || customer || registryAnswer === undefined)
    events.push({
      kind: 'answered',
      set: answers,
      ...(customer ? { customer } : {}),
      ...(takesNewest ? { catalogId: newestCatalogId } : {}),
    })
  const byHand = saidByHand(job, registryAnswer)
  if (byHand) {
    const imei = (answers.imei === undefined ? job.answers.imei : answers.imei) ?? ''
    events.push({
      kind: 'registry-said',
      record: {
        at: world.now,
        imei,
        answer: byHand,
        source: 'by-hand',
        ...(command.asked && registryAnswer !== null ? { asked: command.asked } : {}),
        reference: '',
        feeMinor: 0,
        currency: '',
      },
    })
  }
  return yes(...events)
}

type Told = Omit<Answer['set'], 'registryAnswer'>

/** What cannot be so any more once this is told: it is forgotten, and asked anew where it matters. */
function forgottenWith(told: Told, before: Facts): Told {
  const { modelId, imei, behavesAsSystem, reportModel } = told
  // What was seen at the bench was seen of the model it was taken for.
  const isOtherModel = modelId !== undefined && modelId !== before.modelId
  const seenOfOther = isOtherModel && behavesAsSystem === undefined && before.behavesAsSystem !== undefined
  // A report was compared with one device under one IMEI.
  const isOtherDevice = isOtherModel || (imei !== undefined && imei !== before.imei)
  const compared = isOtherDevice && reportModel === undefined && before.reportModel !== undefined
  const contradicted = contradictedBy(told, before)
  return {
    ...(seenOfOther && { behavesAsSystem: null }),
    ...(compared && { reportModel: null }),
    ...(contradicted && { [contradicted]: null }),
  }
}

/** What a person says of the registry; an answer that is taken back leaves none. */
function saidByHand(
  job: JobState,
  said: Facts['registryAnswer'] | null,
): NonNullable<Facts['registryAnswer']> | undefined {
  if (said !== null) return said
  return registryStands(job) === undefined ? undefined : 'no-answer'
}
