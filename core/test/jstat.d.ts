/** The parts of the open statistics library that tests compare with; it ships no types. */
declare module 'jstat' {
  interface Law {
    pdf(x: number, parameter: number): number;
    cdf(x: number, parameter: number): number;
  }
  const jstat: {
    chisquare: Law;
    poisson: Law;
    beta: { mean: (a: number, b: number) => number; inv: (share: number, a: number, b: number) => number };
    normal: { inv: (share: number, mean: number, deviation: number) => number };
  };
  export default jstat;
}
