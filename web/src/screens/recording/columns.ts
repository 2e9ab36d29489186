/** The strata, and beside them what is asked and told of them. */

/** @param share of the strata's width to the other's; `leastPx` that the other needs. */
export const columns = (share: number, leastPx: number) => ({
  display: 'grid',
  gap: { xs: 3, lg: 4 },
  gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: `minmax(0, ${share}fr) minmax(${leastPx}px, 1fr)` },
  alignItems: 'start',
});

/** Stays in sight while what stands beside it is scrolled. */
export const STRATA = { minWidth: 0, position: { lg: 'sticky' }, top: 16 } as const;
