import { jobFilter, type JobFilter } from '@benevox/contract'
import type { LocationQuery } from 'vue-router'

/** The filter that an address carries; what is none there is left out. */
export function filterIn(query: LocationQuery): Omit<JobFilter, 'search'> {
  const read = jobFilter.omit({ search: true }).safeParse(query)
  return read.success ? read.data : {}
}
