import { answerWords, fieldOf, type FactName } from '@benevox/core/facts'
import { groupImei } from '@benevox/core/imei'
import { languageFor, nameOf } from '@benevox/words'

/** An answer as it is read; `not asked` where there is none. */
export function factText(name: FactName, value: unknown, modelName: (id: string) => string): string {
  if (value === undefined || value === '') return 'not asked'
  if (value === 'recorded') return 'recorded'
  if (name === 'systemVersion' && value === 'unknown') return 'Not known'
  if (name === 'modelId') return modelName(String(value)) || String(value)
  if (fieldOf(name) === 'language') return nameOf(languageFor(String(value)))
  if (fieldOf(name) === 'imei') return groupImei(String(value))
  return answerWords(name, value) ?? String(value)
}
