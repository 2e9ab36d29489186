import { onDemand } from './on-demand.ts';

it('is made once, and not before it is asked for', () => {
  const make = jest.fn(() => undefined);
  const ask = onDemand(make);
  expect(make).not.toHaveBeenCalled();
  ask();
  ask();
  expect(make).toHaveBeenCalledTimes(1);
});
