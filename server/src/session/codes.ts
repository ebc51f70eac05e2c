import { verify } from '@node-rs/argon2'
import { isAtLeast } from '@benevox/core/shop'
import type { Request } from 'express'
import { IsNull, type DataSource } from 'typeorm'
import { ProblemError } from '../http/problem.ts'
import type { SecurityLog } from '../shop/securityLog.ts'
import { staffEntity, type StaffRow } from './entity.ts'
import { guessingCode, type Guesses } from './guesses.ts'

/** Who of the shop answers for something. */
export interface Supervisor {
  readonly id: number
  readonly name: string
  readonly isSupervisor: true
}

/** Personal codes, entered at a machine where somebody is signed in. */
export class Codes {
  readonly #database: DataSource
  readonly #guesses: Guesses
  readonly #log: SecurityLog
  constructor(database: DataSource, guesses: Guesses, log: SecurityLog) {
    this.#database = database
    this.#guesses = guesses
    this.#log = log
  }

  /** Whose code it is. @throws ProblemError `wrong-credentials` where it is nobody's; `too-many-entries` */
  ownerOf(code: string, by: number, request: Request): Promise<StaffRow> {
    return this.#entered(code, by, request, () => true, 'nobodys-code')
  }

  /**
   * The supervisor whose code it is. Of a code of anybody else it is said no more than of one that is nobody's.
   * @throws ProblemError `wrong-credentials`; `too-many-entries`
   */
  async supervisorOf(code: string, by: number, request: Request): Promise<Supervisor> {
    const isOne = ({ role }: StaffRow) => isAtLeast(role, 'supervisor')
    const { id, name } = await this.#entered(code, by, request, isOne, 'no-supervisors-code')
    return { id, name, isSupervisor: true }
  }

  #entered(
    code: string,
    by: number,
    request: Request,
    isMeant: (member: StaffRow) => boolean,
    otherwise: 'nobodys-code' | 'no-supervisors-code',
  ): Promise<StaffRow> {
    return this.#guesses.entering(guessingCode(by), async () => {
      const staff = await this.#database.manager.findBy(staffEntity, { leftAt: IsNull() })
      for (const member of staff.filter(isMeant)) if (await verify(member.codeHash, code)) return member
      const what = otherwise === 'nobodys-code' ? 'code' : 'supervisorsCode'
      await this.#log.note({ kind: 'refused', what }, by, request)
      throw new ProblemError('wrong-credentials', { code: otherwise })
    })
  }
}
