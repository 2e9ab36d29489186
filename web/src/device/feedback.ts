/** Live feedback is off unless asked for: the ear is being trained. Remembered in the browser. */
import { keepText, readText } from './storage.ts';

const KEY = 'feldspar feedback';

export const feedbackWanted = (): boolean => readText(KEY) === 'on';
export const wantFeedback = (on: boolean): void => {
  keepText(KEY, on ? 'on' : 'off');
};
