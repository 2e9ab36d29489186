/** Live feedback is off unless asked for: the ear is being trained. Remembered in the browser. */
const KEY = 'feldspar feedback';

export const feedbackWanted = (): boolean => localStorage.getItem(KEY) === 'on';
export const wantFeedback = (on: boolean): void => localStorage.setItem(KEY, on ? 'on' : 'off');
