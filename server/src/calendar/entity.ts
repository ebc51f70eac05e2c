import { EntitySchema } from 'typeorm'

/** The address of the shop's calendar that is in use; who knows it may read it. */
export interface CalendarRow {
  id: number
  secret: string
  staffId: number
  createdAt: Date
}

export const calendarEntity = new EntitySchema<CalendarRow>({
  name: 'calendars',
  columns: {
    id: { type: 'int', primary: true, generated: true },
    secret: { type: 'char', length: 43, unique: true },
    staffId: { name: 'staff_id', type: 'int' },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
  },
})
