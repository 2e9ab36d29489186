import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))));
export const at = (...parts) => join(ROOT, ...parts);

/** The native compiler, by its place: the linter's older one, which it needs to read TypeScript with, takes the short name. */
export const TSC = at('node_modules/typescript-7/bin/tsc');
