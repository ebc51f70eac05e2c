import {
  linksIn,
  namesIn,
  rangeOf,
  type ComposedFamily,
  type Guard,
  type KeyId,
  type Menu,
  type MenuItem,
  type Transition,
  type Trigger,
} from '../catalog/index.ts'
import {
  codeOfCue,
  type HoldSet,
  type KeySet,
  type Machine,
  type MachineDuration,
  type MachineGuard,
  type MachineState,
  type MachineTransition,
  type MachineTrigger,
} from './machine.ts'

/**
 * Makes a composed family into a machine the twin can run. Every place of a menu's cursor becomes a state of
 * its own, so that menus, buttons and timers are one mechanism.
 * @throws Error when the family uses a name it does not have; `readPack` has refused such a pack before
 */
export function compileFamily({ family, states, menus }: ComposedFamily): Machine {
  const keys = family.keys.map(({ id }) => id)
  const names = [
    ...states.keys(),
    ...[...menus].flatMap(([name, { items }]) => items.map((_, item) => placeName(name, item))),
  ]
  const stateIndex = new Map(names.map((name, index) => [name, index]))
  const durations: MachineDuration[] = Object.entries(family.durations).map(([name, range]) => ({
    name,
    ...range,
  }))
  for (const [name, parts] of Object.entries(family.sums)) {
    const range = rangeOf(family, name)
    const sumOf = parts.map((part) => durations.findIndex((one) => one.name === part))
    if (range) durations.push({ name, sumOf, ...range })
  }
  const holdSets: HoldSet[] = []

  const setOf = (ids: readonly KeyId[]): KeySet => ids.reduce((set, id) => set | (1 << index(id)), 0)
  const index = (id: KeyId): number => {
    const at = keys.indexOf(id)
    if (at < 0) throw new Error(`The family ${family.id} has no key ${id}`)
    return at
  }
  const durationOf = (time: number | string): number => {
    const called = typeof time === 'string' ? time : `${time} ms`
    const at = durations.findIndex(({ name }) => name === called)
    if (at >= 0) return at
    if (typeof time === 'string') throw new Error(`The family ${family.id} has no duration ${time}`)
    return durations.push({ name: called, minMs: time, medianMs: time, maxMs: time }) - 1
  }
  const holdSetOf = (ids: readonly KeyId[], ignored: readonly KeyId[]): number => {
    const wanted = { keys: setOf(ids), ignore: setOf(ignored) }
    const at = holdSets.findIndex((set) => set.keys === wanted.keys && set.ignore === wanted.ignore)
    return at >= 0 ? at : holdSets.push(wanted) - 1
  }
  const targetOf = (name: string): number => {
    const [menuName = '', itemId] = name.split('@')
    const menu = menus.get(menuName)
    const place = menu ? placeName(menuName, itemPlace(menu, itemId ?? menu.start)) : name
    const at = stateIndex.get(place)
    if (at === undefined) throw new Error(`The family ${family.id} has no state ${name}`)
    return at
  }
  const triggerOf = (on: Trigger): MachineTrigger => {
    switch (on.kind) {
      case 'after':
        return { kind: 'after', duration: durationOf(on.time) }
      case 'idle':
        return { kind: 'idle', duration: durationOf(on.time), from: on.from }
      case 'hold':
        return {
          kind: 'hold',
          set: holdSetOf(on.keys, on.ignore),
          keys: setOf(on.keys),
          duration: durationOf(on.time),
          from: on.from,
        }
      case 'press':
        return {
          kind: 'press',
          key: index(on.key),
          times: on.times,
          with: setOf(on.with),
          rest: on.rest === undefined ? undefined : durationOf(on.rest),
        }
      case 'long-press':
        return {
          kind: 'long-press',
          key: index(on.key),
          duration: on.time === undefined ? undefined : durationOf(on.time),
        }
      case 'key-down':
        return { kind: on.kind, key: index(on.key) }
      case 'turn':
        return { kind: 'turn', key: index(on.key), by: on.by }
      case 'link':
      case 'fold':
      case 'tap':
      case 'type':
      case 'type-shown':
        return on
    }
  }
  const guardOf = (guard: Guard): MachineGuard => ({
    ...guard,
    always: Object.values(guard).every((asked) => asked === undefined),
    held: guard.held && setOf(guard.held),
    ignore: setOf(guard.ignore ?? []),
    fresh: guard.fresh ?? false,
  })
  const transitionOf = ({ on, if: guard, to, cues, effects, chargedTo }: Transition): MachineTransition => ({
    trigger: triggerOf(on),
    guard: guardOf(guard),
    to: targetOf(to),
    cues,
    effects,
    chargedTo,
  })

  const looks = new Map<string, number>()
  const plain: Omit<
    MachineState,
    'code' | 'look' | 'timed' | 'answering' | 'firstTransition' | 'longPress'
  >[] = [
    ...[...states].map(([name, { screen, text, words, transitions }]) => ({
      name,
      screen,
      text,
      words,
      transitions: transitions.map(transitionOf),
    })),
    ...[...menus].flatMap(([name, menu]) =>
      menu.items.map(({ id, label }, item) => {
        const { moves, chooses } = placeTransitions(name, menu, item)
        return {
          name: placeName(name, item),
          screen: menu.screen,
          text: menu.title,
          cursor: { menu: name, item, itemId: id, label, choice: moves.length },
          transitions: [...moves, ...chooses].map(transitionOf),
        }
      }),
    ),
  ]
  let transitionCount = 0
  const compiled = plain.map((state): MachineState => {
    const firstTransition = transitionCount
    transitionCount += state.transitions.length
    const seen = `${state.screen} ${state.text ?? ''}`
    const look = looks.get(seen) ?? looks.size
    looks.set(seen, look)
    const code = codeOfCue(state.screen)
    const timed = timedOf(state.transitions)
    return {
      ...state,
      code,
      look,
      firstTransition,
      timed,
      answering: [...state.transitions.keys()].filter((place) => !timed.includes(place)),
      longPress: longPressOf(state.transitions),
    }
  })
  const starts = Object.fromEntries(
    Object.entries(family.starts).flatMap(([start, name]) =>
      name === undefined ? [] : [[start, targetOf(name)]],
    ),
  )
  return {
    keys,
    names: namesIn(family),
    links: linksIn(family),
    postures: family.postures ?? [],
    longPressMs: family.longPressMs,
    durations,
    holdSets,
    states: compiled,
    starts,
    stateIndex,
    transitionCount,
  }
}

function timedOf(transitions: readonly MachineTransition[]): number[] {
  return transitions.flatMap(({ trigger }, place) => {
    const { kind } = trigger
    const isCounted = kind === 'press' && trigger.rest !== undefined
    return isCounted || kind === 'after' || kind === 'idle' || kind === 'hold' || kind === 'long-press'
      ? [place]
      : []
  })
}

/** By key, the duration of a long press that is the state's own. */
function longPressOf(transitions: readonly MachineTransition[]): readonly (number | undefined)[] | undefined {
  const own: (number | undefined)[] = []
  for (const { trigger } of transitions)
    if (trigger.kind === 'long-press' && trigger.duration !== undefined) own[trigger.key] = trigger.duration
  return own.length > 0 ? own : undefined
}

/** The name of the state in which a menu's cursor stands on an item. */
export function placeName(menu: string, item: number): string {
  return `${menu}#${item}`
}

function itemPlace(menu: Menu, itemId: string | undefined): number {
  return itemId === undefined ? 0 : menu.items.findIndex(({ id }) => id === itemId)
}

/** What keys and touch do on one place of a menu's cursor: moving it, and then choosing, by key first. */
function placeTransitions(
  name: string,
  menu: Menu,
  place: number,
): { moves: Transition[]; chooses: Transition[] } {
  const { items, wrap, next, previous, turn, choose, touch } = menu
  const last = items.length - 1
  const wraps = wrap && last > 0
  const { times, rest } = choose
  const short = (key: KeyId, count = 1): Trigger => ({
    kind: 'press',
    key,
    times: count,
    with: [],
    // Where the same key moves and chooses by number, both wait until the number is final.
    ...(choose.press === 'short' && key === choose.key && rest !== undefined ? { rest } : {}),
  })
  const move = (on: Trigger, to: number): Transition => ({
    on,
    if: {},
    to: `${name}@${items[to]?.id ?? ''}`,
    cues: [],
    effects: [],
  })
  const chosen = (item: MenuItem | undefined, on: Trigger): Transition[] =>
    item ? [{ on, if: item.if, to: item.to, cues: item.cues, effects: item.effects }] : []

  const moves: Transition[] = []
  const on = place < last || wraps ? (place < last ? place + 1 : 0) : undefined
  const back = place > 0 || wraps ? (place > 0 ? place - 1 : last) : undefined
  if (next && on !== undefined) moves.push(move(short(next), on))
  if (previous && back !== undefined) moves.push(move(short(previous), back))
  if (turn && on !== undefined) moves.push(move({ kind: 'turn', key: turn, by: 'down' }, on))
  if (turn && back !== undefined) moves.push(move({ kind: 'turn', key: turn, by: 'up' }, back))
  return {
    moves,
    chooses: [
      ...chosen(
        items[place],
        choose.press === 'short'
          ? short(choose.key, times)
          : {
              kind: 'long-press',
              key: choose.key,
              ...(choose.time === undefined ? {} : { time: choose.time }),
            },
      ),
      ...(touch
        ? items.flatMap((item) => chosen(item, { kind: 'tap', on: item.id, label: item.label }))
        : []),
      ...menu.transitions,
    ],
  }
}
