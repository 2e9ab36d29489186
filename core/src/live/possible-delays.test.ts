import { possibleDelays, surestOf } from './possible-delays.ts';

const NEAR = 0.25;
/** Four clicks a second, in ms; nothing in the third second. */
const CLICKS = [0, 1, 2, 3, 4, 5, 6, 7, 12, 13, 14, 15].map((quarter) => 250 * quarter);
const LONGEST = 600;

/** Where after each of the clicks one is heard, the first of them swallowed. */
const heardAfter = (delay: number, swallowed: number, count = CLICKS.length) => {
  const heard = CLICKS.slice(swallowed).map((at) => at + delay);
  return CLICKS.slice(0, count).map((at) =>
    heard.map((one) => one - at).filter((after) => after >= 0 && after < LONGEST),
  );
};
const told = (delay: number, swallowed: number, count?: number) => {
  const looked = heardAfter(delay, swallowed, count);
  return surestOf(possibleDelays(looked, NEAR), looked.length);
};

it('with all clicks heard, the delay is told before the row of them is over, however many beats fit into it', () => {
  expect(told(40, 0, 7)).toBe(40);
  expect(told(40, 0, 4)).toBeNull();
});

it.each([
  [40, 2],
  [40, 3],
  [290, 0],
  [290, 1],
  [540, 0],
])('the ends of the rows tell a delay of %i ms, the first %i clicks swallowed', (delay, swallowed) => {
  // A beat more or less is as good while the first row lasts.
  expect(told(delay, swallowed, 7)).toBeNull();
  expect(told(delay, swallowed)).toBe(delay);
});

it('where no row ends, what most agree on is taken after a while', () => {
  const row = Array.from({ length: 16 }, (_, i) => (i < 2 ? [540] : [40, 290, 540]));
  expect(surestOf(possibleDelays(row.slice(0, 15), NEAR), 15)).toBeNull();
  expect(surestOf(possibleDelays(row, NEAR), 16)).toBe(540);
});

it('a few that agree by chance are none, nor are none', () => {
  expect(possibleDelays([[40], [], [130], [40.1], [], [300], [], []], NEAR)).toEqual([]);
  expect(
    possibleDelays(
      CLICKS.map(() => []),
      NEAR,
    ),
  ).toEqual([]);
});
