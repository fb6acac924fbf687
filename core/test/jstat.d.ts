/** The parts of the open statistics library that tests compare with; it ships no types. */
declare module 'jstat' {
  interface Law {
    pdf(x: number, parameter: number): number;
    cdf(x: number, parameter: number): number;
  }
  const jstat: { chisquare: Law; poisson: Law };
  export default jstat;
}
