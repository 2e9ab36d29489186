/** What the stage shows of the beat while the click is gone: nothing, unless it is asked for. Remembered in the browser. */
import { keepText, readText } from './storage.ts';

export const SHOWN = ['nothing', 'bar', 'beat'] as const;
export type Shown = (typeof SHOWN)[number];

const KEY = 'feldspar shown alone';

export const shownAlone = (): Shown => SHOWN.find((shown) => shown === readText(KEY)) ?? 'nothing';
export const showAlone = (shown: Shown): void => {
  keepText(KEY, shown);
};
