import { z } from 'zod'
import { jobFilter, jobSummary, station } from './jobs.ts'
import type { Route } from './route.ts'

/** Which jobs there are, and who works on them. */
export const listRoutes = {
  listJobs: {
    method: 'get',
    path: '/api/jobs',
    says: 'Jobs by what waits where; closed ones too when searched for',
    query: jobFilter.extend({
      /** Where the page before ended. */
      after: z.string().max(40).optional(),
    }),
    answer: z.object({
      jobs: z.array(jobSummary),
      /** Of open jobs, by station. */
      counts: z.record(station, z.int()),
      /** Jobs on which a timer runs, what is due first in front. */
      timers: z.array(jobSummary),
      /** Asks for the next page; null at the last one. */
      after: z.string().nullable(),
    }),
  },
  listPeople: {
    method: 'get',
    path: '/api/people',
    says: 'Who works here, by name',
    answer: z.object({ people: z.array(z.string()) }),
  },
} as const satisfies Record<string, Route>
