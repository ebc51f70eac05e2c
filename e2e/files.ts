/** Files that a shop might drop into the import, honest and hostile, as the browser is given them. */
export interface GivenFile {
  readonly name: string
  readonly mimeType: string
  readonly buffer: Buffer
}

export const csv = (
  name: string,
  lines: readonly string[],
  encoding: 'utf8' | 'utf16le' = 'utf8',
): GivenFile => ({
  name,
  mimeType: 'text/csv',
  buffer: Buffer.concat([
    encoding === 'utf16le' ? Buffer.from([0xff, 0xfe]) : Buffer.alloc(0),
    Buffer.from(lines.join('\r\n'), encoding),
  ]),
})

export const json = (name: string, text: string): GivenFile => ({
  name,
  mimeType: 'application/json',
  buffer: Buffer.from(text),
})

export const DEVICE_HEADINGS = 'Retail Branding,Marketing Name,Device,Model'

/** The platform’s device list as it comes: UTF-16, four columns; every name invented. */
export function deviceList(lines: number, more: readonly string[] = []): GivenFile {
  const made = Array.from(
    { length: lines },
    (_, n) => `Norvane,Drift ${n}${n % 10 === 0 ? ' Tab' : ''},drift${n},NV-${n}`,
  )
  return csv('devices.csv', [DEVICE_HEADINGS, ...made, ...more], 'utf16le')
}
