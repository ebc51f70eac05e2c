import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { cpuMs } from '../../test/cpuMs.ts'
import {
  previewImport,
  readList,
  type ImportPreview,
  type ListKind,
  type MappingRule,
  type Model,
} from './index.ts'
import { flawText } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

const model = (id: string, more: Partial<Model> = {}): Model => ({
  id,
  maker: 'Norvane',
  name: 'Drift 4',
  codeNames: [],
  modelText: 'NV-4',
  kind: 'phone',
  cellular: true,
  tacs: [],
  source: 'tried-here',
  ...more,
})
const rows = (kind: ListKind, text: string) => {
  const reading = readList(kind, Papa.parse<string[]>(text).data)
  if (reading.kind === 'refused') throw new Error(`line ${reading.line}: ${flawText(reading.flaw, ENGLISH)}`)
  return reading.devices
}
const refusal = (kind: ListKind, text: string) => {
  const reading = readList(kind, Papa.parse<string[]>(text).data)
  return reading.kind === 'refused' ? `${reading.line}: ${flawText(reading.flaw, ENGLISH)}` : undefined
}
const DEVICES = 'Retail Branding,Marketing Name,Device,Model\n'
const preview = (
  models: readonly Model[],
  kind: ListKind,
  text: string,
  rules: readonly MappingRule[] = [],
): ImportPreview => {
  const reading = previewImport({ models: [...models] }, rows(kind, text), rules)
  if (reading.kind === 'refused') throw new Error(flawText(reading.flaw, ENGLISH))
  return reading.preview
}

describe('a list of devices', () => {
  it('has four columns, in whatever order, and its lines are told as an editor counts them', () => {
    expect(rows('devices', `${DEVICES}Norvane,Drift 4,skylark,NV-4\n\nNorvane,,heron,NV-5\n`)).toEqual([
      { line: 2, maker: 'Norvane', name: 'Drift 4', codeName: 'skylark', modelText: 'NV-4' },
      { line: 4, maker: 'Norvane', codeName: 'heron', modelText: 'NV-5' },
    ])
    expect(
      rows('devices', 'Model,Device,Marketing name,Branding\nNV-4,skylark,Drift 4,Norvane')[0],
    ).toMatchObject({
      maker: 'Norvane',
      modelText: 'NV-4',
    })
  })
  it.each<[string, ListKind, string, string]>([
    ['without its headings', 'devices', 'Norvane,Drift,a,b', '1: The first line must name four columns'],
    ['with a heading twice', 'devices', 'Brand,Brand,Device,Model,Name\n', '1: The first line'],
    ['with a formula', 'devices', `${DEVICES}Norvane,=1+1,a,b`, '2: The cell “=1+1” is a formula.'],
    [
      'with a formula behind a plus',
      'devices',
      `${DEVICES}Norvane,+cmd,a,b`,
      '2: The cell “+cmd” is a formula.',
    ],
    [
      'with a name of prototypes',
      'devices',
      `${DEVICES}__proto__,Drift,a,b`,
      '2: “__proto__” cannot be a name.',
    ],
    ['with too many cells', 'devices', `${DEVICES}Norvane,Drift,a,b,c`, '2: The line has 5 cells'],
    ['with a cell without end', 'devices', `${DEVICES}Norvane,${'x'.repeat(121)},a,b`, '2: A cell is longer'],
    ['with broken letters', 'devices', `${DEVICES}Norvane,Dr\ufffdft,a,b`, '2: A cell contains characters'],
    ['of TACs with seven digits', 'tacs', 'tac,model\n1234567,NV-4', '2: “1234567” is not a TAC'],
    [
      'of TACs that names no model',
      'tacs',
      'tac,year\n00100101,2020',
      '1: The first line must name the column tac',
    ],
    [
      'of TACs with a year that is none',
      'tacs',
      'tac,model,year\n00100101,NV-4,20',
      '2: “20” is not a year.',
    ],
  ])('%s is refused with its line', (_, kind, text, sentence) => {
    expect(refusal(kind, text)).toContain(sentence)
  })
})

describe('what a list would change', () => {
  it('adds what is new under ids nobody has, and leaves what is the same', () => {
    const text = `${DEVICES}Norvane,Drift 4,skylark,NV-4\nNorvane,Drift 5,heron,NV-5\nNorvane,Drift 5,heron,NV-5X\n`
    const { added, changed, unchanged, withoutFamily } = preview(
      [
        model('norvane-drift-5', { modelText: 'old', name: 'Older' }),
        model('four', { codeNames: ['skylark'] }),
      ],
      'devices',
      text,
    )
    expect(added.map(({ id, name, modelText }) => [id, name, modelText])).toEqual([
      ['norvane-drift-5-nv-5', 'Drift 5', 'NV-5'],
      ['norvane-drift-5-nv-5x', 'Drift 5', 'NV-5X'],
    ])
    expect([changed.length, unchanged, withoutFamily]).toEqual([0, 1, 3])
    expect(added[0]?.source).toBe('published-list')
  })
  it('puts the devices of one model together, and adds code names to what the shop knows', () => {
    const text = `${DEVICES}norvane,Drift 4,skylark,nv-4\nNorvane,Drift 4,lapwing,NV-4\nNorvane,Drift 4,skylark,NV-4\n`
    const { added, changed } = preview([model('four', { family: 'own', year: 2021 })], 'devices', text)
    expect(added).toEqual([])
    expect(changed).toHaveLength(1)
    expect(changed[0]?.after).toEqual(
      model('four', { family: 'own', year: 2021, codeNames: ['skylark', 'lapwing'] }),
    )
    expect(changed[0]?.before.codeNames).toEqual([])
  })
  it('gives families by the first rule that fits: maker, name with stars, year', () => {
    const text = `${DEVICES}Norvane,Drift 4,a,NV-4\nNorvane,Drift Tab 9,b,NV-T9\nOther,Drift Tab,c,OT\n`
    const rules: MappingRule[] = [
      { maker: 'Norvane', name: '*tab*', kind: 'tablet', family: 'tablets', year: 2020 },
      { maker: 'Norvane', years: { from: 2000, to: 2010 }, family: 'old' },
      { maker: 'norvane', family: 'phones' },
    ]
    const { added, withoutFamily } = preview([], 'devices', text, rules)
    expect(added.map(({ family, kind, year }) => [family, kind, year])).toEqual([
      ['phones', 'phone', undefined],
      ['tablets', 'tablet', 2020],
      [undefined, 'phone', undefined],
    ])
    expect(withoutFamily).toBe(1)
  })
  it('never takes away a family that the shop gave itself', () => {
    const rules: MappingRule[] = [{ family: 'by-rule' }]
    const text = `${DEVICES}Norvane,Drift 4,a,NV-4\n`
    const own = preview([model('four', { family: 'own' })], 'devices', text, rules)
    expect(own.changed[0]?.after.family).toBe('own')
    const listed = model('four', { family: 'by-an-older-rule', source: 'published-list' })
    expect(preview([listed], 'devices', text, rules).changed[0]?.after.family).toBe('by-rule')
  })
  it('a pattern of many stars takes no longer than another', () => {
    const rules: MappingRule[] = [{ name: `${'*a'.repeat(30)}b`, family: 'x' }]
    const names = Array.from({ length: 200 }, (_, n) => `Norvane,${'a'.repeat(60)}${n},c,NV-${n}`).join('\n')
    const took = cpuMs(() => expect(preview([], 'devices', DEVICES + names, rules).withoutFamily).toBe(200))
    expect(took).toBeLessThan(3000)
  })
})

describe('a list of TACs', () => {
  const known = [model('four', { tacs: ['00100101'] }), model('five', { name: 'Drift 5', modelText: 'NV-5' })]
  it('finds models by model text, or by maker and name, and makes new ones where it says enough', () => {
    const text =
      'tac,model,maker,name,year\n00100102,NV-4,,,\n00100103,,Norvane,Drift 5,2022\n00100104,,Norvane,Drift 6,2023\n'
    const { added, changed } = preview(known, 'tacs', text)
    expect(changed.map(({ after }) => [after.id, after.tacs, after.year])).toEqual([
      ['four', ['00100101', '00100102'], undefined],
      ['five', ['00100103'], 2022],
    ])
    expect(added[0]).toMatchObject({ name: 'Drift 6', year: 2023, tacs: ['00100104'] })
  })
  it('leaves out, with the line and the reason, what fits nothing or several', () => {
    const twins = [...known, model('four-too', { maker: 'Other' })]
    const { leftOut, changed } = preview(twins, 'tacs', 'tac,model\n00100105,NV-9\n00100106,NV-4\n')
    expect(changed).toEqual([])
    expect(leftOut).toEqual([
      { line: 2, flaw: { code: 'unknown-model', text: 'NV-9' } },
      { line: 3, flaw: { code: 'several-models', text: 'NV-4' } },
    ])
  })
  it('is refused where one TAC would stand for two models', () => {
    const reading = previewImport({ models: known }, rows('tacs', 'tac,model\n00100101,NV-5\n'), [])
    expect(reading).toEqual({
      kind: 'refused',
      line: 2,
      flaw: { code: 'tac-taken', tac: '00100101', model: 'Norvane Drift 4' },
    })
  })
})

it('tells how far it has come', () => {
  const told: number[] = []
  const text = DEVICES + Array.from({ length: 2500 }, (_, n) => `Norvane,Drift ${n},c,NV-${n}`).join('\n')
  previewImport({ models: [] }, rows('devices', text), [], (done) => told.push(done))
  expect(told).toEqual([0, 1000, 2000, 2500])
})
