/** The part of jstat that is used here: it ships without types. */
declare module 'jstat' {
  const jstat: {
    /** Student's t. */
    readonly studentt: {
      /** The value that a share `p` lies under, for so many degrees of freedom. */
      inv(p: number, degreesOfFreedom: number): number
    }
  }
  export default jstat
}
