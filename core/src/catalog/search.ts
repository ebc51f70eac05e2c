import type { Model, Pack } from './pack.ts'

/** The model whose type allocation code a valid IMEI begins with. */
export function modelOfTac(pack: Pack, typeAllocationCode: string): Model | undefined {
  return pack.models.find(({ tacs }) => tacs.includes(typeAllocationCode))
}

/** The text a person may search a model by: maker, name, code names, model text and year. */
export function searchText(model: Model): string {
  return [model.maker, model.name, ...model.codeNames, model.modelText, model.year, model.kind].join(' ')
}
