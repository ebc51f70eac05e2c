import type { Supplier } from '@benevox/contract'
import type { ListedSupplier } from '@benevox/core/supply'

/** How orders of each service have ended in this shop, by its id. */
export type ResultsOfServices = ReadonlyMap<number, { readonly worked: number; readonly failed: number }>

export function wireSupplier(listed: ListedSupplier, results: ResultsOfServices): Supplier {
  const { ordersAt, language: _, services, ...told } = listed
  return {
    ...told,
    takesOrders: ordersAt !== null,
    services: services.map((service) => {
      const { worked = 0, failed = 0 } = results.get(service.id) ?? {}
      return { ...service, worked, failed }
    }),
  }
}
