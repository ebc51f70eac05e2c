import { z } from 'zod'

/** One route of the wire: its shapes give the client its types, the server its checks and the OpenAPI document. */
export interface Route {
  readonly method: 'get' | 'post' | 'put' | 'patch' | 'delete'
  /** With `:name` for each member of `params`. */
  readonly path: string
  readonly says: string
  /** Its body may be as large as a whole catalogue. */
  readonly large?: true
  /** Its body may be as long as a list of a whole shop. */
  readonly list?: true
  readonly params?: z.ZodObject
  readonly query?: z.ZodObject
  readonly body?: z.ZodType
  readonly answer: z.ZodType
}

export const id = z.coerce.number().int().min(1).max(2_147_483_647)
export const ofJob = z.object({ id })
