declare module 'jstat' {
  const jstat: {
    readonly jStat: {
      readonly beta: {
        /** The quantile of a Beta distribution. */
        inv(p: number, a: number, b: number): number
      }
    }
  }
  export default jstat
}
