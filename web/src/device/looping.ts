/** Whether a plan begins again by itself, ten seconds after it ran out: hands stay on the instrument. For this visit of the page only. */
export const PAUSE_S = 10;

let wanted = false;

export const loopWanted = (): boolean => wanted;
export const wantLoop = (on: boolean): void => {
  wanted = on;
};
