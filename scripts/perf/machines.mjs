// The same device and the same moves on a general-purpose state machine library (XState), for comparison.
import { assign, cancel, createActor, enqueueActions, raise, setup, SimulatedClock } from 'xstate'

/** What a device charges to before it says so. */
const CHARGED_PERCENT = 20

/** A compiled family as one machine of the library: its states, delays and guards, holds as delayed events. */
export function generalMachine(machine, plan, durations) {
  const time = { clock: new SimulatedClock() }
  const name = (state) => `s${state}`
  const isFresh = (keys, { downAt, entered }) =>
    downAt.every((ms, key) => !(keys & (1 << key)) || ms >= entered)
  const allows = (guard, context) => {
    if (guard.held !== undefined && (context.held & ~guard.ignore) !== guard.held) return false
    if (guard.fresh && !isFresh(guard.held, context)) return false
    if (guard.links && !guard.links.includes(context.link)) return false
    if (guard.postures && !guard.postures.includes(context.posture)) return false
    if (guard.batteryFrom !== undefined && context.battery < guard.batteryFrom) return false
    if (guard.batteryBelow !== undefined && context.battery >= guard.batteryBelow) return false
    return ['screenLock', 'account', 'loop', 'wiped'].every(
      (fact) => guard[fact] === undefined || guard[fact] === plan.situation[fact],
    )
  }
  // A key that comes up alone, having gone down since the state began.
  const isPress = ({ downAt, entered }, { up }) =>
    up !== 0 && (up & (up - 1)) === 0 && downAt[31 - Math.clz32(up)] >= entered
  /** What an input makes of what stands; guards are asked after it. */
  const after = (context, event) => {
    const now = time.clock.now()
    if (event.type === 'link') return { link: event.link, inputAt: now }
    if (event.type === 'fold') return { posture: event.to, inputAt: now }
    if (event.type !== 'keys') return { inputAt: now }
    const held = (context.held & ~event.up) | event.down
    return {
      held,
      inputAt: now,
      presses: isPress(context, event) ? context.presses + 1 : context.presses,
      downAt: context.downAt.map((ms, key) => (event.down & (1 << key) ? now : ms)),
      trueSince: machine.holdSets.map(({ keys, ignore }, set) =>
        (held & ~ignore) === keys ? (context.trueSince[set] ?? now) : undefined,
      ),
    }
  }
  const change = assign(({ context, event }) => after(context, event))
  const states = machine.states.map(({ transitions }) => {
    const state = { on: {}, after: {} }
    const waits = []
    for (const [place, { trigger, guard, to, effects, chargedTo }] of transitions.entries()) {
      const percent = chargedTo ?? (effects.includes('charged') ? CHARGED_PERCENT : 0)
      const charge = assign(({ context }) => ({ battery: Math.max(context.battery, percent) }))
      /** Time alone takes it. */
      const due = (list, event) =>
        (list[event] ??= []).push({
          target: name(to),
          actions: charge,
          guard: ({ context }) => allows(guard, context),
        })
      /** An input takes it. */
      const take = (type, isSo = () => true) =>
        (state.on[type] ??= []).push({
          target: name(to),
          actions: [change, charge],
          guard: ({ context, event }) =>
            isSo(event, context) && allows(guard, { ...context, ...after(context, event) }),
        })
      const wait = (sinceOf, ms) => {
        waits.push({ id: `wait${place}`, sinceOf, ms })
        due(state.on, `wait${place}`)
      }
      if (trigger.kind === 'after') due(state.after, durations[trigger.duration])
      if (trigger.kind === 'tap') take(`tap ${trigger.on}`)
      if (trigger.kind === 'link') take('link', ({ link }) => trigger.to.includes(link))
      if (trigger.kind === 'fold') take('fold', (event) => trigger.to.includes(event.to))
      if (trigger.kind === 'key-down') take('keys', ({ down }) => (down & (1 << trigger.key)) !== 0)
      if (trigger.kind === 'press')
        take(
          'keys',
          (event, context) =>
            event.up === 1 << trigger.key &&
            (context.held & ~event.up) === trigger.with &&
            isPress(context, event) &&
            context.presses + 1 >= trigger.times,
        )
      if (trigger.kind === 'hold')
        wait((context) => {
          const since = context.trueSince[trigger.set]
          if (since === undefined || (trigger.from === 'fresh' && !isFresh(trigger.keys, context)))
            return undefined
          return trigger.from === 'carried' ? since : Math.max(since, context.entered)
        }, durations[trigger.duration])
      if (trigger.kind === 'long-press')
        wait(
          ({ held, downAt, entered }) =>
            held === 1 << trigger.key && downAt[trigger.key] >= entered ? downAt[trigger.key] : undefined,
          machine.longPressMs,
        )
      if (trigger.kind === 'idle')
        wait(
          ({ inputAt, entered }) => (trigger.from === 'carried' ? inputAt : Math.max(inputAt, entered)),
          durations[trigger.duration],
        )
    }
    const renew = enqueueActions(({ context, enqueue }) => {
      for (const { id, sinceOf, ms } of waits) {
        enqueue(cancel(id))
        const since = sinceOf(context)
        if (since === undefined) continue
        enqueue(raise({ type: id }, { id, delay: Math.max(0, since + ms - time.clock.now()) }))
      }
    })
    for (const type of ['keys', 'link', 'fold'])
      state.on[type] = [...(state.on[type] ?? []), { actions: [change, renew] }]
    state.entry = [assign({ entered: () => time.clock.now(), presses: 0 }), renew]
    return state
  })
  const logic = setup({}).createMachine({
    context: {
      held: 0,
      inputAt: 0,
      entered: 0,
      presses: 0,
      battery: plan.situation.batteryPercent,
      link: plan.situation.link,
      posture: plan.situation.posture,
      downAt: machine.keys.map(() => -1),
      trueSince: machine.holdSets.map(() => undefined),
    },
    initial: name(plan.start),
    states: Object.fromEntries(states.map((state, index) => [name(index), state])),
  })
  return { logic, time }
}

/** A hand's recorded moves as batches of one instant. */
export function movesOf(machine, actions) {
  const moves = []
  for (const { atMs, input } of actions) {
    if (input.kind === 'link') moves.push({ atMs, event: { type: 'link', link: input.link } })
    else if (input.kind === 'fold') moves.push({ atMs, event: { type: 'fold', to: input.to } })
    else if (input.kind === 'tap') moves.push({ atMs, event: { type: `tap ${input.on}` } })
    else {
      const bit = 1 << machine.keys.indexOf(input.key)
      const last = moves.at(-1)
      const move =
        last?.atMs === atMs && last.event.type === 'keys'
          ? last
          : { atMs, event: { type: 'keys', up: 0, down: 0 } }
      if (move !== last) moves.push(move)
      move.event[input.kind === 'key-up' ? 'up' : 'down'] |= bit
    }
  }
  return moves
}

/** Every instant at which the device changes or is touched. */
export function instantsOf(twin, actions, endMs) {
  const instants = new Set()
  const pass = (untilMs) => {
    for (let ms = twin.nextDeadlineMs(); ms <= untilMs; ms = twin.nextDeadlineMs()) {
      instants.add(ms)
      twin.advanceTo(ms)
    }
    instants.add(untilMs)
  }
  const at = new Map()
  for (const { atMs, input } of actions) at.set(atMs, [...(at.get(atMs) ?? []), input])
  for (const [ms, batch] of at) {
    pass(ms)
    twin.apply(ms, batch)
  }
  pass(endMs)
  return [...instants].sort((a, b) => a - b)
}

/**
 * One run. The library's simulated clock has to be put on every instant at which something happens, since what
 * begins in a leap begins at its end; the twin tells these instants.
 * @returns the index of the state it ends in */
export function runGeneral({ logic, time }, moves, instants) {
  time.clock = new SimulatedClock()
  const actor = createActor(logic, { clock: time.clock })
  actor.start()
  let move = 0
  for (const ms of instants) {
    time.clock.set(ms)
    while (moves[move]?.atMs === ms) actor.send(moves[move++].event)
  }
  const { value } = actor.getSnapshot()
  actor.stop()
  return Number(String(value).slice(1))
}
