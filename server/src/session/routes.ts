import { verify } from '@node-rs/argon2'
import type { Session } from '@benevox/contract'
import { USUAL_OPENING } from '@benevox/core/clocks'
import { isAtLeast } from '@benevox/core/shop'
import type { Request } from 'express'
import type { DataSource, Repository } from 'typeorm'
import type { Config } from '../config.ts'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { PriceLists } from '../prices/service.ts'
import type { FirstRun } from '../shop/firstRun.ts'
import type { Shop } from '../shop/service.ts'
import { hashSecret } from './secrets.ts'
import { staffEntity, type StaffRow } from './entity.ts'

export function sessionHandlers(
  database: DataSource,
  { signInHint }: Pick<Config, 'signInHint'>,
  csrfToken: (request: Request, overwrite: boolean) => string,
  { prices, shop, firstRun }: { prices: PriceLists; shop: Shop; firstRun: FirstRun },
): Handlers {
  const staff = database.getRepository(staffEntity)

  const describe = async (request: Request, fresh = false): Promise<Session> => {
    const { staffId } = request.session
    const member = staffId ? await staff.findOneBy({ id: staffId }) : null
    const isNew = await firstRun.isDue()
    // A new shop has no place yet: the machine's clock, written as anywhere.
    const { zone, country } = isNew ? USUAL_OPENING : (await prices.inUse()).prices.opening
    return {
      staff: member && {
        id: member.id,
        name: member.name,
        supervisor: isAtLeast(member.role, 'supervisor'),
        role: member.role,
        language: member.language,
      },
      csrfToken: csrfToken(request, fresh),
      shop: isNew ? '' : (await shop.settings()).settings.name,
      isNew,
      place: { zone, country },
      hint: signInHint ?? null,
    }
  }
  const begin = async (request: Request, member: StaffRow): Promise<Session> => {
    await new Promise<void>((resolve, reject) =>
      request.session.regenerate((error) => (error ? reject(error as Error) : resolve())),
    )
    request.session.staffId = member.id
    return describe(request, true)
  }

  return {
    getSession: ({ request }) => describe(request),
    async signIn({ body, request }) {
      const member = await staff.findOneBy({ name: body.name })
      // An unknown name takes as long as a wrong password.
      const isRight = await verify(member?.passwordHash ?? (await decoyHash), body.password)
      if (!member || !isRight) throw new ProblemError('wrong-credentials', { code: 'wrong-name-or-password' })
      return begin(request, member)
    },
    async beginShop({ body, request }) {
      return begin(request, await firstRun.begin(body))
    },
    async switchPerson({ body, request }) {
      return begin(request, await ownerOfCode(staff, body.code))
    },
    async chooseLanguage({ body, request, staffId }) {
      await staff.update({ id: staffId }, { language: body.language })
      return describe(request)
    },
    async signOut({ request }) {
      await new Promise<void>((resolve, reject) =>
        request.session.regenerate((error) => (error ? reject(error as Error) : resolve())),
      )
      return describe(request, true)
    },
  }
}

/** Whose personal code it is. @throws ProblemError `wrong-credentials` where it is nobody's */
export async function ownerOfCode(staff: Repository<StaffRow>, code: string): Promise<StaffRow> {
  for (const member of await staff.find()) if (await verify(member.codeHash, code)) return member
  throw new ProblemError('wrong-credentials', { code: 'nobodys-code' })
}

/** @throws ProblemError `not-a-supervisor` where whoever is signed in is no supervisor */
export async function supervisorOnly(database: DataSource, staffId: number, what: string): Promise<void> {
  const member = await database.manager.findOneBy(staffEntity, { id: staffId })
  if (!member || !isAtLeast(member.role, 'supervisor'))
    throw new ProblemError('not-a-supervisor', { code: 'supervisor-only', what })
}

const decoyHash = hashSecret('nobody')
