import { join } from 'node:path'
import { ESLint } from 'eslint'
import { describe, expect, it } from 'vitest'

const root = join(import.meta.dirname, '..')
const eslint = new ESLint({ cwd: root })

/** What the linter says of a line of code, were it in a file of the house. */
async function faultsOf(file: string, code: string): Promise<readonly (string | null)[]> {
  const [result] = await eslint.lintText(code, { filePath: join(root, file) })
  return result?.messages.map(({ ruleId }) => ruleId) ?? []
}

describe('the arrows of the house point down, kept by the linter', () => {
  it.each([
    ['core imports nothing of ours', 'core/src/imei/x.ts', "import '@benevox/contract'"],
    ['a topic imports nothing above it', 'core/src/catalog/x.ts', "import '../twin/index.ts'"],
    ['nor itself through its own face', 'core/src/twin/x.ts', "import '../twin/index.ts'"],
    ['topics are entered through their face', 'core/src/route/x.ts', "import '../catalog/pack.ts'"],
    ['core has no I/O', 'core/src/clocks/x.ts', "import 'node:fs'"],
    ['the contract stands on core alone', 'contract/src/x.ts', "import '../../server/src/app.ts'"],
    ['the server does not know the interface', 'server/src/x.ts', "import '../../web/src/main.ts'"],
    ['nor the demo', 'server/src/jobs/x.ts', "import '../../../demo/load.ts'"],
    ['the interface does not know the server', 'web/src/x.ts', "import '../../server/src/app.ts'"],
  ])('%s', async (_, file, code) => {
    expect(await faultsOf(file, code)).toEqual(['no-restricted-imports'])
  })
  it.each([
    ['time', 'export const now = () => Date.now()', 'no-restricted-properties'],
    ['a random source', 'export const some = () => Math.random()', 'no-restricted-properties'],
    ['the browser', 'export const width = () => window.innerWidth', 'no-restricted-globals'],
    [
      'a type that says nothing',
      'export const x = (y: any) => y as string',
      '@typescript-eslint/no-explicit-any',
    ],
  ])('core is handed %s, it does not take it', async (_, code, rule) => {
    expect(await faultsOf('core/src/twin/x.ts', code)).toContain(rule)
  })
  it('and lets through what is right', async () => {
    expect(
      await faultsOf('core/src/route/x.ts', "import '../catalog/index.ts'\nimport './facts.ts'\n"),
    ).toEqual([])
    expect(
      await faultsOf('server/src/x.ts', "import '@benevox/contract'\nimport '@benevox/core/route'\n"),
    ).toEqual([])
  })
})
