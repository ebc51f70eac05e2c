import { z } from 'zod'
import { job } from './jobs.ts'
import {
  askSupplierBody,
  changeOrderBody,
  offered,
  orderSeenBody,
  placeOrderBody,
  promise,
  sendSheetBody,
  trayMail,
} from './orders.ts'
import { ofJob, type Route } from './route.ts'

const ofOrder = z.object({ orderId: z.uuid() })

/** Orders at suppliers, and mails that could not be read into a job. */
export const orderRoutes = {
  listSuppliers: {
    method: 'get',
    path: '/api/suppliers',
    says: 'Suppliers of unlocks with how their orders have ended here, carriers, and the rules of countries',
    answer: offered,
  },
  getPromise: {
    method: 'get',
    path: '/api/services/:id/promise',
    says: 'When an order placed now is promised',
    params: ofJob,
    answer: promise,
  },
  placeOrder: {
    method: 'post',
    path: '/api/jobs/:id/orders',
    says: 'Order a carrier’s release',
    params: ofJob,
    body: placeOrderBody,
    answer: job,
  },
  changeOrder: {
    method: 'patch',
    path: '/api/orders/:orderId',
    says: 'The answer to an order and what came of it',
    params: ofOrder,
    body: changeOrderBody,
    answer: job,
  },
  sendOrder: {
    method: 'post',
    path: '/api/orders/:orderId/send',
    says: 'Hand an order over to its supplier where that has not worked before; it is placed once',
    params: ofOrder,
    body: orderSeenBody,
    answer: job,
  },
  cancelOrder: {
    method: 'post',
    path: '/api/orders/:orderId/cancel',
    says: 'Cancel an order while its supplier allows it',
    params: ofOrder,
    body: orderSeenBody,
    answer: job,
  },
  askSupplier: {
    method: 'post',
    path: '/api/orders/:orderId/mail',
    says: 'Ask the supplier by mail where the answer stays, or for the fee back',
    params: ofOrder,
    body: askSupplierBody,
    answer: job,
  },
  sendSheet: {
    method: 'post',
    path: '/api/orders/:orderId/sheet',
    says: 'Send the customer the activation steps for a device at home by mail',
    params: ofOrder,
    body: sendSheetBody,
    answer: job,
  },
  listTray: {
    method: 'get',
    path: '/api/mails',
    says: 'Mails that could not be read into a job, the newest first; looks into the mailbox first',
    answer: z.object({
      mails: z.array(trayMail),
      count: z.int().min(0),
      mailbox: z.enum(['read', 'away', 'none']),
    }),
  },
  placeMail: {
    method: 'patch',
    path: '/api/mails/:id',
    says: 'Put a mail of the tray to a job, or set it aside; no order changes by it',
    params: ofJob,
    body: z.strictObject({ ticket: z.string().trim().max(20).nullable() }),
    answer: z.object({ left: z.int().min(0) }),
  },
} as const satisfies Record<string, Route>
