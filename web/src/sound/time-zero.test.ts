import { TimeZero } from './time-zero.ts';

it('is known to whoever holds its memory, as soon as it is set', () => {
  const zero = TimeZero.unset();
  const elsewhere = TimeZero.in(zero.buffer);
  expect(elsewhere.frame).toBeNull();
  zero.frame = 0;
  expect(elsewhere.frame).toBe(0);
  zero.frame = 96_000;
  expect(elsewhere.frame).toBe(96_000);
});
