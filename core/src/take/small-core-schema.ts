import { z } from 'zod';

const LONGEST = 20_000;
const BAR = /^(\d{1,4}|\(\d{1,4}\))( -?\d{1,7}:-?\d{1,9})*$/;

/** As {@link writeSmallCore} writes it. */
export const smallCoreText = z
  .string()
  .max(LONGEST)
  .refine(
    (text) => text === '' || text.split('|').every((bar) => BAR.test(bar)),
    'This is no core in small.',
  );
