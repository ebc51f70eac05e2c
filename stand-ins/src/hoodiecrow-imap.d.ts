declare module 'hoodiecrow-imap' {
  import type { Server } from 'node:net'
  interface Box {
    readonly server: Server
    listen(port: number, host: string, then: () => void): void
    appendMessage(folder: string, flags: readonly string[], at: Date, raw: string): void
  }
  export default function hoodiecrow(options: {
    readonly plugins: readonly string[]
    readonly users: Readonly<Record<string, { readonly password: string }>>
    readonly storage: Readonly<
      Record<string, { readonly messages: readonly unknown[]; readonly uidvalidity: number }>
    >
  }): Box
}
