import type { Role } from '@benevox/core/shop'
import type { Request } from 'express'
import type { DataSource } from 'typeorm'
import { SHOP_ID } from './entity.ts'

/** What matters for the shop's safety: who was let in or kept out, and what went out of the house. */
export type SecurityEvent =
  | { readonly kind: 'signed-in' | 'signed-out' | 'changed-person' | 'shop-begun' }
  | {
      readonly kind: 'refused'
      readonly what: 'password' | 'code' | 'supervisorsCode' | 'firstCode' | 'secondStep'
    }
  | { readonly kind: 'downloaded'; readonly what: 'wholeShop' | 'jobs' }
  | {
      readonly kind: 'person-added' | 'person-changed'
      readonly person?: number
      readonly name: string
      readonly role: Role
    }
  | { readonly kind: 'person-invited' | 'person-left' | 'person-returned'; readonly person: number }
  | {
      readonly kind:
        'password-chosen' | 'shop-changed' | 'connections-changed' | 'second-step-begun' | 'second-step-ended'
    }
  | { readonly kind: 'second-step-taken' | 'let-in'; readonly person: number }
  | { readonly kind: 'session-ended'; readonly name: string }
  | { readonly kind: 'cable-added' | 'cable-retired' | 'cable-used-again'; readonly number: number }

/** Only ever added to: the database itself refuses to change or delete a row. Never a password, a code or a customer's name. */
export class SecurityLog {
  readonly #database: DataSource
  constructor(database: DataSource) {
    this.#database = database
  }

  /** @param staffId who it was; null where nobody was signed in */
  async note(
    { kind, ...detail }: SecurityEvent,
    staffId: number | null,
    request: Pick<Request, 'ip'>,
  ): Promise<void> {
    await this.#database.query(
      'INSERT INTO security_log (shop_id, at, kind, staff_id, address, detail) VALUES (?, ?, ?, ?, ?, ?)',
      [SHOP_ID, new Date(), kind, staffId, (request.ip ?? '').slice(0, 45), JSON.stringify(detail)],
    )
  }
}
