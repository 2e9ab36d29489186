/** The parts of jstat that are used here; the package ships no types. */
declare module 'jstat' {
  interface StudentT {
    cdf(x: number, dof: number): number;
    pdf(x: number, dof: number): number;
    inv(p: number, dof: number): number;
  }
  interface Normal {
    cdf(x: number, mean: number, sd: number): number;
  }
  const jstat: { jStat: { studentt: StudentT; normal: Normal } };
  export default jstat;
}
