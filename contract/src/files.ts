import { LANGUAGES } from '@benevox/words'
import { job, jobFilter } from './jobs.ts'
import { z } from 'zod'

/** A route that hands out a file, or takes one as it is. */
export interface FileRoute {
  readonly method: 'get' | 'post'
  /** With `:name` for each member of `params`. */
  readonly path: string
  readonly says: string
  readonly params?: z.ZodObject
  readonly query?: z.ZodObject
  /** The media types of what is handed out. */
  readonly produces: readonly string[]
  /** Where a file is taken in: what is answered. */
  readonly answer?: z.ZodType
}

const id = z.coerce.number().int().min(1).max(2_147_483_647)
const ofJob = z.object({ id })
const PDF = ['application/pdf']
const inLanguage = z.object({ language: z.enum(LANGUAGES).optional() })

/** What leaves the application as a file, and what comes in as one. */
export const files = {
  tagPicture: {
    method: 'get',
    path: '/api/jobs/:id/tag.png',
    says: 'The ticket as a Code 128 picture',
    params: ofJob,
    produces: ['image/png'],
  },
  devicesCode: {
    method: 'get',
    path: '/api/devices/code.svg',
    says: 'Where a new device of the shop begins, as a QR code',
    produces: ['image/svg+xml'],
  },
  tag: {
    method: 'get',
    path: '/api/jobs/:id/tag.pdf',
    says: 'The tag for the device',
    params: ofJob,
    produces: PDF,
  },
  receipt: {
    method: 'get',
    path: '/api/jobs/:id/receipt.pdf',
    says: 'What was left here, and what was said of price and time; in the language of the agreement, or in another',
    params: ofJob,
    query: inLanguage,
    produces: PDF,
  },
  agreement: {
    method: 'get',
    path: '/api/jobs/:id/agreement.pdf',
    says: 'The agreement as it was signed; with a language, the one to be signed by hand',
    params: ofJob,
    query: inLanguage,
    produces: PDF,
  },
  letterToSeller: {
    method: 'get',
    path: '/api/jobs/:id/letter-to-seller.pdf',
    says: 'How a previous owner takes the device off their account',
    params: ofJob,
    query: inLanguage,
    produces: PDF,
  },
  jobsTable: {
    method: 'get',
    path: '/api/jobs.csv',
    says: 'The jobs of a list as a table (RFC 4180), all of them',
    query: jobFilter,
    produces: ['text/csv'],
  },
  wholeShop: {
    method: 'get',
    path: '/api/shop.json',
    says: 'All there is of the shop, for a supervisor; its schema stands at /api/shop.schema.json',
    produces: ['application/json'],
  },
  story: {
    method: 'get',
    path: '/api/jobs/:id/story.pdf',
    says: 'Everything that happened on a job',
    params: ofJob,
    query: inLanguage,
    produces: PDF,
  },
  copyJson: {
    method: 'get',
    path: '/api/jobs/:id/copy.json',
    says: 'All that is kept of a job, for its customer: a job as it stands in the whole shop’s document',
    params: ofJob,
    produces: ['application/json'],
  },
  copyPaper: {
    method: 'get',
    path: '/api/jobs/:id/copy.pdf',
    says: 'What is kept of a customer, and everything that happened on their job',
    params: ofJob,
    query: inLanguage,
    produces: PDF,
  },
  letterToCustomer: {
    method: 'get',
    path: '/api/jobs/:id/letter-to-customer.pdf',
    says: 'That the device is ready, or still here, as a letter',
    params: ofJob,
    query: inLanguage.extend({ what: z.enum(['ready', 'reminder']) }),
    produces: PDF,
  },
  activation: {
    method: 'get',
    path: '/api/jobs/:id/activation.pdf',
    says: 'How an unlock code is entered',
    params: ofJob,
    query: inLanguage,
    produces: PDF,
  },
  keepFile: {
    method: 'post',
    path: '/api/jobs/:id/ownership-documents',
    says: 'Keep a picture or document that shows the right to the device; the body is the file',
    params: ofJob,
    query: z.object({ name: z.string().max(1000).optional() }),
    produces: [],
    answer: job,
  },
  ownershipFile: {
    method: 'get',
    path: '/api/jobs/:id/ownership-documents/:fileId',
    says: 'A picture or document that was kept',
    params: z.object({ id, fileId: z.uuid() }),
    produces: ['image/jpeg', 'image/png', 'image/webp', 'application/pdf'],
  },
  mail: {
    method: 'get',
    path: '/api/jobs/:id/mails/:mailId.eml',
    says: 'A mail that came for a job, as it came',
    params: z.object({ id, mailId: id }),
    produces: ['message/rfc822'],
  },
  handBack: {
    method: 'get',
    path: '/api/jobs/:id/hand-back.pdf',
    says: 'What the customer takes home',
    params: ofJob,
    query: inLanguage,
    produces: PDF,
  },
  invoice: {
    method: 'get',
    path: '/api/jobs/:id/invoices/:number.pdf',
    says: 'An invoice, or what cancels one',
    params: z.object({ id, number: z.string().regex(/^\d{6,}$/) }),
    query: inLanguage,
    produces: PDF,
  },
  familyCard: {
    method: 'get',
    path: '/api/catalog/families/:familyId/card.pdf',
    says: 'A family of the playbook on paper',
    params: z.object({ familyId: z.string().max(48) }),
    query: inLanguage,
    produces: PDF,
  },
  shopResults: {
    method: 'get',
    path: '/api/results.json',
    says: 'What this shop’s attempts have shown, to be shared',
    produces: ['application/json'],
  },
  calendar: {
    method: 'get',
    path: '/api/calendar/:secret.ics',
    says: 'All that the shop waits for, as iCalendar; the address is the secret',
    params: z.object({ secret: z.string().regex(/^[\w-]{43}$/) }),
    query: inLanguage,
    produces: ['text/calendar'],
  },
  packVersion: {
    method: 'get',
    path: '/api/catalog/versions/:id/pack.json',
    says: 'A version of the catalogue as it was taken in',
    params: ofJob,
    produces: ['application/json'],
  },
} as const satisfies Record<string, FileRoute>
export type FileName = keyof typeof files
type Part<Name extends FileName, Key extends string> =
  (typeof files)[Name] extends Record<Key, z.ZodType> ? z.output<(typeof files)[Name][Key]> : undefined
export type FileParams<Name extends FileName> = Part<Name, 'params'>
export type FileQuery<Name extends FileName> = Part<Name, 'query'>
