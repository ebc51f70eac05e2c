import { correction, customerTold, handBackRecord, ownLine, paidHow, payment } from '@benevox/core/job'
import { LANGUAGES } from '@benevox/words'
import { z } from 'zod'
import { ofJob, type Route } from './route.ts'
import { job, noSecret } from './jobs.ts'

const handBackBody = handBackRecord
  .omit({ at: true, bill: true, settled: true })
  .extend({ version: z.int().min(1), paid: z.enum([...paidHow.options, 'later']).optional(), noSecret })

/** @param code the personal code of a supervisor, who need not be the one signed in */
const addLineBody = ownLine
  .omit({ by: true, at: true })
  .extend({ version: z.int().min(1), code: z.string().min(4).max(20), noSecret })

const takePaymentBody = payment.omit({ by: true, at: true }).extend({ version: z.int().min(1) })

/** @param code the personal code of a supervisor, who need not be the one signed in */
const correctBillBody = correction.pick({ key: true, line: true, reason: true }).extend({
  version: z.int().min(1),
  isCancelled: z.boolean(),
  totalMinor: z.int().min(0),
  paid: z.enum([...paidHow.options, 'later']).optional(),
  code: z.string().min(4).max(20),
  noSecret,
})
/** A number as it is written; what cancels an invoice has one of the same series. */
const invoiceNumber = z.string().regex(/^\d{6,}$/)
const invoice = z.strictObject({
  number: invoiceNumber,
  at: z.iso.datetime(),
  totalMinor: z.int(),
  currency: z.string(),
  cancels: invoiceNumber.optional(),
  cancelledBy: invoiceNumber.optional(),
})
export type Invoice = z.infer<typeof invoice>

/** @param to where to, by mail; a mail is sent, anything else was told already */
const tellCustomerBody = customerTold
  .omit({ by: true, at: true })
  .extend({ language: z.enum(LANGUAGES), to: z.email().max(200).optional() })
  .refine(({ how, to }) => (how === 'mail') === (to !== undefined), 'mail-address')
  .refine(({ how, what }) => what !== 'document' || how === 'mail', 'document-by-mail')

/** What a job costs, how it is paid, and its end. */
export const billRoutes = {
  handBack: {
    method: 'post',
    path: '/api/jobs/:id/hand-back',
    says: 'Hand the device back',
    params: ofJob,
    body: handBackBody,
    answer: job,
  },
  addLine: {
    method: 'post',
    path: '/api/jobs/:id/lines',
    says: 'Put a discount, or a line of the shop’s own, on the bill: a supervisor answers for it',
    params: ofJob,
    body: addLineBody,
    answer: job,
  },
  takePayment: {
    method: 'post',
    path: '/api/jobs/:id/payments',
    says: 'Take a deposit, or after the hand-back what is owed',
    params: ofJob,
    body: takePaymentBody,
    answer: job,
  },
  correctBill: {
    method: 'post',
    path: '/api/jobs/:id/corrections',
    says: 'Cancel what a closed job was billed for, and bill it anew or not at all: a supervisor answers for it',
    params: ofJob,
    body: correctBillBody,
    answer: job,
  },
  tellCustomer: {
    method: 'post',
    path: '/api/jobs/:id/told',
    says: 'Tell the customer that it is ready, to fetch it, or what was done; once for each key',
    params: ofJob,
    body: tellCustomerBody,
    answer: job,
  },
  listInvoices: {
    method: 'get',
    path: '/api/jobs/:id/invoices',
    says: 'What a job was billed for, and what was cancelled of it',
    params: ofJob,
    answer: z.object({ invoices: z.array(invoice) }),
  },
} as const satisfies Record<string, Route>
