import { type Plan, compile } from '@feldspar/core/plan';
import fc from 'fast-check';
import { beginDraft, dropDraft, keepDraft, makeDraft, newDrafts, readDraft } from './drafts.ts';
import { NEW_PLAN, NEW_SECTION, copyOf } from './new-plan.ts';
import { numberFrom, wholeFrom } from '../parts/fields/TypedField.tsx';
import { barPicture, barWords } from '../screens/workshop/bar-view.ts';
import { inPlaceOf, moved, partsWith, repeated, tidy, withSection } from './edits.ts';
import { beginning, changed, redone, undone } from './history.ts';

const named = (...names: string[]): Plan => ({
  ...NEW_PLAN,
  sections: names.map((name) => ({ ...NEW_SECTION, name })),
});
const names = (plan: Plan) => plan.sections.map(({ name }) => name).join('');

describe('sections', () => {
  it.each([
    ['moved on', moved(named('a', 'b', 'c'), 0, 2), 'bca'],
    ['moved back', moved(named('a', 'b', 'c'), 2, 0), 'cab'],
    ['repeated', repeated(named('a', 'b'), 0, 3), 'aaab'],
    ['removed', inPlaceOf(named('a', 'b'), 0, []), 'b'],
    ['replaced', inPlaceOf(named('a', 'b'), 1, named('x', 'y').sections), 'axy'],
  ])('%s', (_, plan, wanted) => expect(names(plan)).toBe(wanted));

  it('layers and lines are changed, added and taken away in their section only', () => {
    const plan = named('a', 'b');
    const every = { every: '1/2' };
    const { clicks, play } = plan.sections[1];
    expect(partsWith(clicks, 0, every)).toEqual([every]);
    expect(partsWith(clicks, 1, every)).toHaveLength(2);
    expect(partsWith(clicks, 0, null)).toEqual([]);
    expect(partsWith(play, 5, every).at(-1)).toEqual(every);
  });

  it('sections that stay as they were are the same objects, and their list too', () => {
    const plan = tidy(named('a', 'b'));
    const titled = tidy({ ...plan, title: 'Another' }, plan);
    expect(titled.sections).toBe(plan.sections);
    const longer = tidy(withSection(plan, 1, { bars: 9 }), plan);
    expect(longer.sections[0]).toBe(plan.sections[0]);
    expect(longer.sections[1]).toEqual({ ...plan.sections[1], bars: 9 });
  });

  it('what is said and unsaid leaves nothing behind', () => {
    const plan = tidy(withSection(named('a'), 0, { silence: undefined }));
    expect(plan).toEqual(named('a'));
    expect(Object.keys(plan.sections[0])).not.toContain('silence');
  });

  it('a copy says so, within the length of a title', () => {
    expect(copyOf({ ...NEW_PLAN, title: 'x'.repeat(160) }).title).toHaveLength(160);
    expect(copyOf(NEW_PLAN).title).toBe('New plan, mine');
  });
});

describe('undo and redo', () => {
  it('property: as many steps back as changes, and as many forth', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ minLength: 1 }), { maxLength: 30 }), (titles) => {
        let history = beginning(NEW_PLAN);
        const states = [NEW_PLAN];
        for (const title of titles) {
          const plan = { ...NEW_PLAN, title };
          if (title !== history.now.title) states.push(plan);
          history = changed(history, plan, null);
        }
        for (const state of states.toReversed()) {
          expect(history.now).toEqual(state);
          history = undone(history);
        }
        for (const state of states.slice(1)) {
          history = redone(history);
          expect(history.now).toEqual(state);
        }
        expect(redone(history)).toBe(history);
      }),
    );
  });

  it('typing in one field is one step, another field another; a new change forgets what was undone', () => {
    const typed = (history: ReturnType<typeof beginning>, title: string, name: string) =>
      changed(history, { ...NEW_PLAN, title }, name);
    let history = typed(typed(typed(beginning(NEW_PLAN), '1', 'bars'), '12', 'bars'), '3', 'title');
    expect(history.past.map(({ title }) => title)).toEqual(['New plan', '12']);
    history = undone(history);
    expect(history.now.title).toBe('12');
    expect(typed(history, '9', 'bars').future).toEqual([]);
  });
});

describe('drafts', () => {
  it('survive until they are dropped; only new ones are listed', () => {
    const id = makeDraft(NEW_PLAN);
    expect(readDraft(id)).toEqual({ plan: NEW_PLAN, stored: false, on: 0 });
    expect(newDrafts()).toEqual([{ id, title: 'New plan', sheet: false }]);
    keepDraft(id, { plan: NEW_PLAN, stored: true, on: 0 });
    expect(newDrafts()).toEqual([]);
    dropDraft(id);
    expect(readDraft(id)).toBeNull();
  });

  it('what was only opened is found again, but is no work that is listed; the last dozen of them stay', () => {
    const ids = Array.from({ length: 15 }, (_, n) => beginDraft(NEW_PLAN, n));
    expect(newDrafts()).toEqual([]);
    expect(ids.map((id) => readDraft(id) !== null)).toEqual(ids.map((_, n) => n >= 3));
    keepDraft(ids[14], { plan: NEW_PLAN, stored: false, on: 0 });
    expect(newDrafts()).toEqual([{ id: ids[14], title: 'New plan', sheet: false }]);
    for (const id of ids) dropDraft(id);
  });

  it('what somebody else wrote is no draft; a full store says so', () => {
    localStorage.setItem('feldspar draft x', '{"plan":{}}');
    localStorage.setItem('feldspar draft y', '{');
    expect([readDraft('x'), readDraft('y')]).toEqual([null, null]);
    const full = jest.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    expect(keepDraft('z', { plan: NEW_PLAN, stored: false, on: 0 })).toBe(false);
    full.mockRestore();
  });
});

describe('the bar drawn', () => {
  const section = {
    ...NEW_SECTION,
    bars: 2,
    clicks: [{ every: '3/8' }, { at: ['1/2'], accent: ['1/2'] }],
    silence: { bars: 'xo' },
    play: [{ at: ['0', '3/8'] }],
  };
  const timeline = compile({ ...NEW_PLAN, countIn: undefined, sections: [section] });

  it('each layer has its own lane, at true positions, bar by bar', () => {
    const [first, second] = [0, 1].map((bar) => barPicture(timeline, bar, 2, 1));
    const places = ({ lanes }: typeof first) => lanes.map(({ marks }) => marks.map(({ at }) => at));
    expect(places(first)).toEqual([[0, 0.375, 0.75], [0.5], [0, 0.375]]);
    expect(places(second)).toEqual([[0.125, 0.5, 0.875], [0.5], [0, 0.375]]);
    expect(first.lanes[1].marks[0].strong).toBe(true);
    expect(second.lanes[0].marks.every(({ sounding }) => !sounding)).toBe(true);
    expect(first.counts.map(({ text }) => text).join(' ')).toBe('1 and 2 and 3 and 4 and');
  });

  it('is told in words', () => {
    const { meter } = timeline.bars[0];
    expect(barWords(barPicture(timeline, 0, 2, 1), meter)).toBe(
      'Click 1: 3 at 1, 2.5, 4. Click 2: 1 at 3. Line 1: 2 at 1, 2.5',
    );
    expect(barWords(barPicture(timeline, 1, 2, 1), meter)).toMatch(
      /^The click is silent in this bar\. Click 1: nothing/,
    );
  });
});

it.each([
  [wholeFrom(1, 8), '3', 3],
  [wholeFrom(1, 8), ' 8 ', 8],
  [numberFrom(-60, 6), '−2,5', -2.5],
])('a typed number is read', (read, text, value) => expect(read(text)).toEqual({ value }));

it.each([
  [wholeFrom(1, 8), '0'],
  [wholeFrom(1, 8), '2.5'],
  [wholeFrom(1, 8), ''],
  [numberFrom(-60, 6), '7'],
  [numberFrom(-60, 6), 'x'],
])('a wrong one is refused with the range', (read, text) => expect(read(text).problem).toMatch(/^Type a/));
