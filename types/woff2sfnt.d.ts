/** The package brings no types: of its functions, what the papers' letters are unpacked with. */
declare module 'woff2sfnt-sfnt2woff' {
  /** A font as WOFF 1.0 has it packed, unpacked. */
  export function toSfnt(woff: Buffer): Buffer
}
