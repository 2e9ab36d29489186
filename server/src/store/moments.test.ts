import fc from 'fast-check';
import { isoOf, momentOf, writtenMoment } from './moments.ts';

it('a moment as the database writes it', () => {
  fc.assert(
    fc.property(fc.date({ min: new Date(0), max: new Date('2200-01-01'), noInvalidDate: true }), (date) => {
      expect(momentOf(writtenMoment(date))).toBe(date.getTime());
    }),
  );
});

it('is written as the database writes it', () => {
  expect(writtenMoment(new Date('2026-11-28T17:00:00.5Z'))).toBe('2026-11-28 17:00:00.500 +00:00');
});

it.each([
  ['2026-11-28T17:00:00.000Z', Date.UTC(2026, 10, 28, 17)],
  ['2026-11-28 17:00:00.000 +01:00', Date.UTC(2026, 10, 28, 16)],
])('%s, as others write it', (text, ms) => expect(momentOf(text)).toBe(ms));

it.each(['', 'yesterday', '2026-xx-28 17:00:00.000 +00:00'])('“%s” is none', (text) => {
  expect(momentOf(text)).toBeNaN();
  expect(() => isoOf(text)).toThrow(RangeError);
});
