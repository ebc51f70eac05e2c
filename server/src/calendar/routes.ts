import { randomBytes } from 'node:crypto'
import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { calendarEntity, type CalendarRow } from './entity.ts'

/** In bytes: whoever guesses has 256 bits to guess. */
const SECRET_BYTES = 32

export function calendarHandlers(database: DataSource): Handlers {
  const { manager } = database
  const wire = (row: CalendarRow | null) => ({
    calendar: row && { path: `/api/calendar/${row.secret}.ics`, since: row.createdAt.toISOString() },
  })
  return {
    async getCalendar() {
      return wire(await calendarInUse(database))
    },
    /** A new address, and the old one is none from now on. */
    async renewCalendar({ staffId }) {
      const secret = randomBytes(SECRET_BYTES).toString('base64url')
      await manager.transaction(async (one) => {
        await one.createQueryBuilder().delete().from(calendarEntity).execute()
        await one.insert(calendarEntity, { secret, staffId, createdAt: new Date() })
      })
      return wire(await calendarInUse(database))
    },
  }
}

export async function calendarInUse({ manager }: DataSource): Promise<CalendarRow | null> {
  const [row] = await manager.find(calendarEntity, { order: { id: 'DESC' }, take: 1 })
  return row ?? null
}
