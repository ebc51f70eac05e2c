import { expect, it } from 'vitest'
import { demoPackAsWritten } from '../../../demo/demoPack.ts'
import { readPack } from '../catalog/index.ts'
import { linkAskedFor } from '../diagnosis/index.ts'
import { deviceDrawing } from '../drawing/index.ts'
import { inParts, keyChart, prove, quickestPath, wayToWipe, whereRecoveryOpens } from '../method/index.ts'
import { runnableFamily, USUAL_SITUATION } from './index.ts'
import { drawnNames, flawText, menuLineText, stepTexts } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

/** A key and a cradle that only one maker has, with the names the family gives them. Common practice, no source. */
const written = demoPackAsWritten()
const base = written.families.find(({ id }) => id === 'cable-in-the-dark')
if (!base) throw new Error('The demo has no such family')
const links = [{ id: 'own-link-1', name: 'the cradle' }]

it('a family with a key and a cradle of its own proves, and says them by its names', () => {
  const whole = readPack({
    ...written,
    models: [],
    families: [
      {
        ...base,
        keys: [...base.keys, { id: 'own-key-1', edge: 'left', at: 0.6, byPlace: 'orange key' }],
        links,
      },
    ],
  })
  if (whole.kind === 'refused') throw new Error(JSON.stringify(whole.faults))
  const [family] = whole.pack.families
  if (!family) throw new Error('No family')
  const { machine } = runnableFamily(whole.pack, family)
  expect(machine.links).toEqual(['none', 'charger', 'computer', 'data-headset', 'own-link-1'])
  const [method] = family.methods
  if (!method) throw new Error('No method')
  const plugged = {
    ...method,
    steps: [
      { do: 'plug', link: 'own-link-1' } as const,
      { do: 'press', key: 'own-key-1', times: 1 } as const,
      ...method.steps,
    ],
  }
  const lines = stepTexts(
    plugged,
    keyChart(machine, plugged, prove(machine, plugged, USUAL_SITUATION)),
    ENGLISH,
  )
  expect(lines.slice(0, 2)).toEqual(['Plug in the cradle', 'Press orange key'])
  expect(linkAskedFor({ ...plugged, steps: plugged.steps.slice(0, 2) })).toBe('own-link-1')
  const texts = deviceDrawing(family, 'tablet', drawnNames(ENGLISH)).marks.flatMap((mark) =>
    mark.kind === 'text' ? [mark.text] : [],
  )
  expect(texts).toContain('orange key')
})

it('a line that asks for the cradle is told to be put on it, and no other device ever is', () => {
  const whole = readPack({
    ...written,
    models: [],
    families: [
      {
        ...base,
        links,
        menus: {
          ...base.menus,
          'confirm.question': {
            screen: 'question',
            items: [
              { id: 'no', label: 'No', to: 'recovery.main@wipe' },
              {
                id: 'yes',
                label: 'Yes',
                if: { links: ['own-link-1'] },
                to: 'confirm.wiping',
                effects: ['wipe-data'],
              },
            ],
            next: 'volume-down',
            choose: { key: 'power', press: 'short' },
          },
        },
      },
    ],
  })
  if (whole.kind === 'refused') throw new Error(JSON.stringify(whole.faults))
  const [family] = whole.pack.families
  if (!family) throw new Error('No family')
  const { machine } = runnableFamily(whole.pack, family)
  const from = whereRecoveryOpens(machine, family, USUAL_SITUATION) ?? -1
  const way = wayToWipe(machine, from, USUAL_SITUATION)
  const line = menuLineText(
    inParts([...(way?.beforeLastQuestion ?? []), ...(way?.lastQuestion ?? [])]),
    ENGLISH,
    machine.names,
  )
  expect(line).toContain('plug in the cradle')
  const { machine: stiff } = runnableFamily(whole.pack, { ...family, links: undefined })
  expect(quickestPath(stiff, from, { kind: 'effect', effect: 'wipe-data' }, USUAL_SITUATION)).toBeUndefined()
})

it.each([
  [
    'a key without a name',
    { keys: [{ id: 'own-key-2', edge: 'left', at: 0.5 }, ...base.keys] },
    'needs a name',
  ],
  ['a usual link named anew', { links: [{ id: 'charger', name: 'ours' }] }, 'links'],
  ['one link twice', { links: [...links, ...links] }, 'is there twice'],
])('%s is refused', (_, more, says) => {
  const read = readPack({ ...written, models: [], families: [{ ...base, ...more }] })
  expect(
    read.kind === 'refused' &&
      read.faults.map(({ path, flaw }) => `${path.join('.')} ${flawText(flaw, ENGLISH)}`).join(),
  ).toContain(says)
})

it('a link that the family does not have is refused where it is named', () => {
  const read = readPack({
    ...written,
    models: [],
    families: [
      {
        ...base,
        methods: [
          { id: 'x', like: 'off-until-menu', with: { before: [{ do: 'plug', link: 'own-link-2' }] } },
        ],
      },
    ],
  })
  expect(read.kind === 'refused' && read.faults.map(({ flaw }) => flaw)).toContainEqual({
    code: 'lacks',
    what: 'link',
    name: 'own-link-2',
  })
})
