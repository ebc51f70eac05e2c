import { describe, expect, it } from 'vitest'
import {
  composeFamily,
  family as familySchema,
  fragment as fragmentSchema,
  modelNamed,
  modelOfTac,
  pack as packSchema,
  readPack,
  searchText,
} from './index.ts'
import { flawText } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

const family = (rest: object = {}) => ({
  id: 'small',
  name: 'Small',
  kind: 'phone',
  keys: [{ id: 'power', edge: 'right', at: 0.5 }],
  durations: { boot: { minMs: 1, medianMs: 2, maxMs: 3 } },
  compose: [{ fragment: 'boot', as: 'boot', with: { time: 'boot', to: 'lock' } }],
  states: { lock: { screen: 'lock-screen' } },
  starts: { 'on-locked': 'lock', off: 'boot.logo' },
  methods: [{ id: 'p', name: 'p', from: 'on-locked', goal: 'dark', steps: [{ do: 'press', key: 'power' }] }],
  accountLock: { asksAfterRecoveryReset: true, acceptsOldScreenLock: false },
  durationsOfTheWork: { wipe: 'boot', firstStart: 'boot' },
  source: 'tried-here',
  ...rest,
})
const boot = {
  id: 'boot',
  says: 'A start',
  parameters: ['time', 'to'],
  states: {
    logo: {
      screen: 'logo',
      transitions: [
        { on: { kind: 'after', time: { parameter: 'time' } }, to: { parameter: 'to' } },
        { on: { kind: 'after', time: 9 }, to: '.again' },
      ],
    },
    again: {
      screen: 'dark',
      like: '.logo',
      transitions: [{ on: { kind: 'key-down', key: 'power' }, to: '.logo' }],
    },
  },
}
const model = {
  id: 'm',
  maker: 'Orrelin',
  name: 'Vane 5',
  codeNames: ['lapwing'],
  modelText: 'OR-V510',
  year: 2023,
  kind: 'phone',
  family: 'small',
  cellular: true,
  tacs: ['00100101'],
  source: 'tried-here',
}
const document = (rest: object = {}) => ({
  format: 'benevox-pack',
  formatVersion: 3,
  title: 'T',
  version: 1,
  fragments: [boot],
  families: [family()],
  models: [model],
  ...rest,
})

describe('a family is composed of fragments', () => {
  const { composed, faults } = composeFamily(
    { fragments: [fragmentSchema.parse(boot)] },
    familySchema.parse(family()),
  )
  it('whose parameters are filled and whose own names are put under the name it is used as', () => {
    expect(faults).toEqual([])
    expect([...composed.states.keys()]).toEqual(['lock', 'boot.logo', 'boot.again'])
    expect(composed.states.get('boot.logo')?.transitions.map(({ to }) => to)).toEqual(['lock', 'boot.again'])
    expect(composed.states.get('boot.logo')?.transitions[0]?.on).toMatchObject({ time: 'boot' })
  })
  it('and a state takes on another’s transitions after its own', () => {
    expect(composed.states.get('boot.again')?.transitions.map(({ to }) => to)).toEqual([
      'boot.logo',
      'lock',
      'boot.again',
    ])
  })
  it('twice under two names makes two of it', () => {
    const twice = family({
      compose: ['one', 'two'].map((as) => ({ fragment: 'boot', as, with: { time: 5, to: 'lock' } })),
      starts: { off: 'one.logo', 'on-locked': 'two.logo' },
    })
    expect(readPack(document({ families: [twice] })).kind).toBe('pack')
  })
})

describe('reading a pack', () => {
  it('takes one of the first version of the format, and says it in the present one', () => {
    const old = readPack(document({ formatVersion: 1 }))
    const now = readPack(document())
    if (old.kind !== 'pack' || now.kind !== 'pack') throw new Error('refused')
    expect(old.written).toEqual(now.written)
    expect(old.written.formatVersion).toBe(3)
  })
  it('takes one of the second version, with its procedures, schools and tries, from the parts it is made of', () => {
    const press = [{ do: 'press', key: 'power' }]
    const common = { id: 'shared', from: 'off', goal: 'dark', steps: press }
    const own = { id: 'p', from: 'on-locked', goal: 'dark', steps: press }
    const follows = { id: 'q', like: 'shared' }
    const rest = (names: readonly [methods: string, name: string, common: string, entries: string]) => {
      const [methods, name, commonMethods, entries] = names
      const list = [
        { ...own, [name]: 'Press' },
        { ...follows, [name]: 'Ours' },
      ]
      const { methods: _, ...small } = family()
      const updates = [{ fromSystem: 12, [methods]: [{ ...own, [name]: 'Press later' }] }]
      return {
        [commonMethods]: [{ ...common, [name]: 'Shared' }],
        families: [{ ...small, [methods]: list, updates, carrierLock: { [entries]: 7 } }],
      }
    }
    const old = readPack(
      document({ formatVersion: 2, ...rest(['procedures', 'school', 'schools', 'triesAllowed']) }),
    )
    const now = readPack(document(rest(['methods', 'name', 'commonMethods', 'entriesAllowed'])))
    if (old.kind !== 'pack' || now.kind !== 'pack') throw new Error('refused')
    expect(old).toEqual(now)
    expect(old.pack.families[0]?.methods.map(({ name }) => name)).toEqual(['Press', 'Ours'])
  })
  it.each([
    [
      4,
      'This file has version 4 of the format; only versions up to 3 can be read here. A newer Benevox reads it.',
    ],
    [0, 'This must be “3”.'],
    ['3', 'This must be “3”.'],
  ])('refuses version %j, and says so', (formatVersion, sentence) => {
    const read = readPack(document({ formatVersion }))
    expect(
      read.kind === 'refused' &&
        read.faults.map(({ path, flaw }) => [path.join('.'), flawText(flaw, ENGLISH)]),
    ).toEqual([['formatVersion', sentence]])
  })
  it.each<[string, object, string]>([
    ['a sum of what is not there', { sums: { all: ['boot', 'nowhere'] } }, 'There is no time “nowhere”.'],
    ['a sum named like a duration', { sums: { boot: ['boot', 'boot'] } }, '“boot” is a time already.'],
    [
      'a number of presses that is never final',
      {
        menus: {
          list: {
            screen: 'recovery-menu',
            items: [{ id: 'a', label: 'a', to: 'lock' }],
            next: 'power',
            choose: { key: 'power', press: 'short', times: 2 },
          },
        },
      },
      'In “list” one press of a key moves and 2 choose: say with “rest” after how long the number is final.',
    ],
    [
      'a word to type that no screen shows',
      {
        states: {
          lock: { screen: 'lock-screen', transitions: [{ on: { kind: 'type-shown' }, to: 'lock' }] },
        },
      },
      '“lock” asks for the word that it shows, and shows none: give it “words”.',
    ],
  ])('refuses %s', (_, rest, sentence) => {
    const read = readPack(document({ families: [family(rest)] }))
    expect(read.kind === 'refused' ? read.faults.map(({ flaw }) => flawText(flaw, ENGLISH)) : []).toContain(
      sentence,
    )
  })
  it('takes a right one', () => {
    expect(readPack(document()).kind).toBe('pack')
  })
  it.each<[string, object]>([
    [
      'states.boot.logo.transitions.0.to',
      { compose: [{ fragment: 'boot', as: 'boot', with: { time: 'boot', to: 'nowhere' } }] },
    ],
    [
      'states.boot.logo.transitions.0.on.time',
      { compose: [{ fragment: 'boot', as: 'boot', with: { time: 'never', to: 'lock' } }] },
    ],
    ['starts.off', { starts: { 'on-locked': 'lock', off: 'boot.nothing' } }],
    ['durationsOfTheWork.wipe', { durationsOfTheWork: { wipe: 'long', firstStart: 'boot' } }],
    ['methods.0.from', { starts: { off: 'lock' } }],
    ['states.lock.like', { states: { lock: { screen: 'lock-screen', like: 'other' } } }],
  ])('refuses a name it does not have, at families.0.%s', (path, rest) => {
    const reading = readPack(document({ families: [family(rest)] }))
    expect(reading.kind === 'refused' && reading.faults.map((fault) => fault.path.join('.'))).toContain(
      `families.0.${path}`,
    )
  })
  const menuOf = (...ids: string[]) => ({
    screen: 'recovery-menu',
    items: ids.map((id) => ({ id, label: id, to: 'lock' })),
    next: 'power',
    choose: { key: 'power', press: 'long' },
  })
  const key = { id: 'power', edge: 'right', at: 0.5 }
  const [method] = family().methods
  const use = { fragment: 'boot', as: 'boot', with: { time: 'boot', to: 'lock' } }
  it.each<[string, object]>([
    ['families.0.keys.1.id', { families: [family({ keys: [key, { ...key, at: 0.7 }] })] }],
    ['families.0.compose.1.as', { families: [family({ compose: [use, use] })] }],
    ['families.0.methods.1.id', { families: [family({ methods: [method, method] })] }],
    ['families.0.menus.list.items.2.id', { families: [family({ menus: { list: menuOf('a', 'b', 'a') } })] }],
    ['models.1.tacs.0', { models: [model, { ...model, id: 'n' }] }],
    [
      'models.0.updates.1.fromSystem',
      { models: [{ ...model, updates: [14, 14].map((fromSystem) => ({ fromSystem, family: 'small' })) }] },
    ],
  ])('refuses what stands twice, at %s', (path, rest) => {
    const reading = readPack(document(rest))
    expect(reading.kind === 'refused' && reading.faults.map((fault) => fault.path.join('.'))).toContain(path)
  })
  it.each([
    [
      'families.0.states.boot.logo.transitions.0.on.time',
      { compose: [{ ...use, with: { time: 'constructor', to: 'lock' } }] },
    ],
    [
      'families.0.durationsOfTheWork.wipe',
      { durationsOfTheWork: { wipe: 'constructor', firstStart: 'boot' } },
    ],
    [
      'families.0.states.boot.logo.transitions.0.to',
      { compose: [{ ...use, with: { time: 'boot', to: 'constructor' } }] },
    ],
    ['families.0.compose.0.with', { compose: [{ ...use, with: { to: 'lock' } }] }],
  ])('a name that every object inherits is no name, at %s', (path, rest) => {
    const reading = readPack(document({ families: [family(rest)] }))
    expect(reading.kind === 'refused' && reading.faults.map((fault) => fault.path.join('.'))).toContain(path)
  })
  it('a parameter called like what every object inherits has to be handed over like any other', () => {
    const logo = {
      screen: 'logo',
      transitions: [{ on: { kind: 'after', time: { parameter: 'constructor' } }, to: { parameter: 'to' } }],
    }
    const called = { ...boot, parameters: ['constructor', 'to'], states: { ...boot.states, logo } }
    const reading = readPack(
      document({ fragments: [called], families: [family({ compose: [{ ...use, with: { to: 'lock' } }] })] }),
    )
    expect(reading.kind === 'refused' && reading.faults[0]).toMatchObject({
      flaw: { code: 'needs', part: 'boot', name: 'constructor' },
    })
  })
  it('refuses names of the prototype as it refuses any other that is not a name', () => {
    const hostile = JSON.parse(
      JSON.stringify(document()).replace('"lock":{', '"__proto__":{"screen":"dark"},"lock":{'),
    ) as object
    const reading = readPack(hostile)
    expect(reading.kind).toBe('refused')
    expect(({} as { screen?: string }).screen).toBeUndefined()
  })
  it('tells every fault at once, not only the first', () => {
    const reading = readPack(
      document({
        models: [
          { ...model, tacs: ['1'] },
          { ...model, year: 1900 },
        ],
        title: '',
      }),
    )
    expect(reading.kind === 'refused' && reading.faults.map(({ path }) => path.join('.')).sort()).toEqual([
      'models.0.tacs.0',
      'models.1.year',
      'title',
    ])
  })
})

describe('finding a model', () => {
  const pack = packSchema.parse(document())
  it('by the first eight digits of its IMEI', () => {
    expect(modelOfTac(pack, '00100101')?.name).toBe('Vane 5')
    expect(modelOfTac(pack, '00100199')).toBeUndefined()
  })
  it.each([
    ['Vane 5', 'Vane 5'],
    ['ORRELIN  vane-5', 'Vane 5'],
    ['Vane', undefined],
    ['Vane 5 of another maker', undefined],
    ['', undefined],
  ])('the model that a text names: %s', (text, name) => {
    expect(modelNamed(pack, text)?.name).toBe(name)
    // Two of one name are not told apart.
    const [first] = pack.models
    const twice = first ? { models: [...pack.models, { ...first, id: 'another' }] } : pack
    expect(modelNamed(twice, first?.name ?? '')).toBeUndefined()
  })
  it('by maker, name, code name, model text and year', () => {
    for (const word of ['Orrelin', 'Vane', 'lapwing', 'OR-V510', '2023'])
      expect(pack.models.map(searchText).join()).toContain(word)
  })
})
