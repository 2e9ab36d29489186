import fc from 'fast-check';
import { drawn } from './seats.ts';

it('property: by lot everybody keeps a seat', () => {
  fc.assert(
    fc.property(
      fc.array(fc.string()),
      fc.infiniteStream(fc.double({ min: 0, max: 0.999, noNaN: true })),
      (seats, lots) => {
        expect(drawn(seats, () => lots.next().value).sort()).toEqual([...seats].sort());
      },
    ),
  );
});

it('every order of three is drawn about as often', () => {
  let state = 12_345;
  const random = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  const counts = new Map<string, number>();
  for (let n = 0; n < 6000; n++) {
    const order = drawn(['a', 'b', 'c'], random).join('');
    counts.set(order, (counts.get(order) ?? 0) + 1);
  }
  expect(counts.size).toBe(6);
  // Binomial, four standard errors of one in six.
  for (const count of counts.values()) expect(Math.abs(count - 1000)).toBeLessThan(116);
});
