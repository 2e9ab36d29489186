/** How often a seeded experiment is repeated: all of it with FELDSPAR_LONG (`npm run test:long`), a quarter of it otherwise. */
export const trials = (all: number): number => (process.env.FELDSPAR_LONG ? all : Math.ceil(all / 4));

/** The most, and the least, of n that a chance of p makes plausible: three and a half standard deviations of a binomial count. */
export const atMost = (n: number, p: number): number => n * p + 3.5 * Math.sqrt(n * p * (1 - p));
export const atLeast = (n: number, p: number): number => n * p - 3.5 * Math.sqrt(n * p * (1 - p));
