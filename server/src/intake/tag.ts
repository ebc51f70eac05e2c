import type { Job } from '@benevox/contract'
import bwipjs from 'bwip-js/node'
import type { PaperOf } from '../paper/head.ts'
import { apart } from '../paper/letters.ts'
import { inFonts, pdfOf } from '../paper/pdf.ts'
import { boltsSvg } from '../paper/marks.ts'

/** The label printer's roll, in millimetres. Common practice, no source. */
const LABEL = { width: 62, height: 38 }

/** The ticket as Code 128 (ISO/IEC 15417) with its digits below, as a PNG. */
export function tagPng(ticket: string, scale = 4): Promise<Buffer> {
  return bwipjs.toBuffer({
    bcid: 'code128',
    text: ticket,
    scale,
    height: 12,
    includetext: true,
    textxalign: 'center',
    backgroundcolor: 'FFFFFF',
    paddingwidth: 8,
    paddingheight: 3,
  })
}

/** An address as a QR code (ISO/IEC 18004), for a telephone's camera. */
export const qrSvg = (address: string): string => bwipjs.toSVG({ bcid: 'qrcode', text: address })

/** The tag that goes onto the device: ticket and code, device, customer's short name, day, the three bolts. */
export async function tagPdf({ words }: PaperOf, job: Job, device: string): Promise<Buffer> {
  const code = await tagPng(job.ticket)
  return pdfOf(
    `Tag ${job.ticket}`,
    [
      {
        columns: [
          { text: job.ticket, fontSize: 18, bold: true, width: 'auto' },
          { svg: boltsSvg(job.locks), width: 82, alignment: 'right' },
        ],
      },
      {
        image: `data:image/png;base64,${code.toString('base64')}`,
        width: 150,
        height: 40,
        alignment: 'center',
      },
      { stack: [inFonts(device || words.say('tag.modelUnknown'))], bold: true },
      {
        stack: [
          inFonts(
            [job.customer.name && apart(job.customer.name), words.day(job.openedAt)]
              .filter(Boolean)
              .join(' · '),
          ),
        ],
      },
    ],
    LABEL,
  )
}
