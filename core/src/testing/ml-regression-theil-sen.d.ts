/** The part that tests use; the package ships no types. */
declare module 'ml-regression-theil-sen' {
  export class TheilSenRegression {
    constructor(x: number[], y: number[]);
    readonly slope: number;
    readonly intercept: number;
  }
}
