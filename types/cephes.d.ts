/** The package's own types cannot be found through its exports; of its functions, what tests compare with. */
declare module 'cephes' {
  const cephes: {
    readonly compiled: Promise<void>
    /** The inverse of the regularised incomplete beta function: the quantile of a Beta distribution. */
    incbi(a: number, b: number, p: number): number
  }
  export default cephes
}
