// The same device and the same moves on a general-purpose state machine library (XState), for comparison.
import { assign, cancel, createActor, enqueueActions, raise, setup, SimulatedClock } from 'xstate'

/** A compiled family as one machine of the library: its states, delays and guards, holds as delayed events. */
export function generalMachine(machine, plan, durations) {
  const time = { clock: new SimulatedClock() }
  const name = (state) => `s${state}`
  const allows =
    (guard) =>
    ({ context }) => {
      if (guard.held !== undefined && (context.held & ~guard.ignore) !== guard.held) return false
      if (guard.fresh && !isFresh(guard.held, context)) return false
      if (guard.links && !guard.links.includes(context.link)) return false
      const { batteryPercent } = plan.situation
      if (guard.batteryFrom !== undefined && batteryPercent < guard.batteryFrom) return false
      if (guard.batteryBelow !== undefined && batteryPercent >= guard.batteryBelow) return false
      return ['screenLock', 'account', 'loop', 'wiped'].every(
        (fact) => guard[fact] === undefined || guard[fact] === plan.situation[fact],
      )
    }
  const isFresh = (keys, { downAt, entered }) =>
    downAt.every((ms, key) => !(keys & (1 << key)) || ms >= entered)
  // A key that comes up alone, having gone down since the state began.
  const isPress = ({ downAt, entered }, { up }) =>
    up !== 0 && (up & (up - 1)) === 0 && downAt[31 - Math.clz32(up)] >= entered
  const states = machine.states.map(({ transitions }) => {
    const state = { on: {}, after: {} }
    const waits = []
    for (const [place, { trigger, guard, to }] of transitions.entries()) {
      const allowed = allows(guard)
      const take = (list, event, isSo = () => true) =>
        (list[event] ??= []).push({ target: name(to), guard: (args) => isSo(args) && allowed(args) })
      if (trigger.kind === 'after') take(state.after, durations[trigger.duration])
      if (trigger.kind === 'tap') take(state.on, `tap ${trigger.on}`)
      if (trigger.kind === 'press')
        take(
          state.on,
          'keys',
          ({ context, event }) =>
            event.up === 1 << trigger.key &&
            (context.held & ~event.up) === trigger.with &&
            isPress(context, event) &&
            context.presses + 1 >= trigger.times,
        )
      if (trigger.kind !== 'hold' && trigger.kind !== 'long-press') continue
      const keys = trigger.kind === 'hold' ? trigger.keys : 1 << trigger.key
      const ms = trigger.kind === 'hold' ? durations[trigger.duration] : machine.longPressMs
      waits.push({ id: `wait${place}`, keys, ms, carried: trigger.from === 'carried' })
      take(state.on, `wait${place}`)
    }
    const renew = enqueueActions(({ context, enqueue }) => {
      for (const { id, keys, ms, carried } of waits) {
        enqueue(cancel(id))
        if (context.held !== keys) continue
        const sinceMs = carried ? context.since : Math.max(context.since, context.entered)
        enqueue(raise({ type: id }, { id, delay: Math.max(0, sinceMs + ms - time.clock.now()) }))
      }
    })
    const change = assign(({ context, event }) => ({
      held: (context.held & ~event.up) | event.down,
      since: time.clock.now(),
      presses: isPress(context, event) ? context.presses + 1 : context.presses,
      downAt: context.downAt.map((ms, key) => (event.down & (1 << key) ? time.clock.now() : ms)),
    }))
    for (const one of state.on.keys ?? []) one.actions = change
    state.on.keys = [...(state.on.keys ?? []), { actions: [change, renew] }]
    state.on.link = { actions: assign({ link: ({ event }) => event.link }) }
    state.entry = [assign({ entered: () => time.clock.now(), presses: 0 }), renew]
    return state
  })
  const logic = setup({}).createMachine({
    context: {
      held: 0,
      since: 0,
      entered: 0,
      presses: 0,
      link: plan.situation.link,
      downAt: machine.keys.map(() => -1),
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
