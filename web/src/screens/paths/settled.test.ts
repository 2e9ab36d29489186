import type { Path } from '@feldspar/core/paths';
import { READY_PLANS } from '@feldspar/core/practice';
import { settled } from './settled.ts';

const [{ plan }, { plan: another }] = READY_PLANS;
const ID = crypto.randomUUID();
const path: Path = {
  ...{ format: 'feldspar-path', version: 1, title: 'Mine', purpose: '' },
  steps: [{ key: 'a', planId: ID, title: 'Mine', tempo: { bpm: 80, beat: '1/4' } }],
  plans: { [ID]: plan, [crypto.randomUUID()]: another },
};
const here = (value: unknown) => async () => value;

it('a plan that is not here comes with its id; one that no step names does not come', async () => {
  const { path: kept, plans } = await settled(path, here(null));
  expect(plans).toEqual([{ id: ID, plan }]);
  expect(kept.steps[0].planId).toBe(ID);
  expect(kept.plans).toBeUndefined();
});

it('one that is here already is not stored twice', async () => {
  expect((await settled(path, here(plan))).plans).toEqual([]);
});

it('where another plan has its id, it gets one of its own, and nothing is overwritten', async () => {
  const { path: kept, plans } = await settled(path, here(another));
  expect(plans).toHaveLength(1);
  expect(plans[0].id).not.toBe(ID);
  expect(kept.steps[0].planId).toBe(plans[0].id);
});
