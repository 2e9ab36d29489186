/** What can be done to a plan's sections, layers and lines. Pure: each gives a new plan. */
import type { ClickLayer, Plan, PlayLine, Section } from '@feldspar/core/plan';

export function withSection(plan: Plan, index: number, change: Partial<Section>): Plan {
  return { ...plan, sections: plan.sections.map((s, i) => (i === index ? { ...s, ...change } : s)) };
}

export function withLayer(plan: Plan, section: number, index: number, layer: ClickLayer | null): Plan {
  return withSection(plan, section, { clicks: replaced(plan.sections[section].clicks, index, layer) });
}

export function withLine(plan: Plan, section: number, index: number, line: PlayLine | null): Plan {
  return withSection(plan, section, { play: replaced(plan.sections[section].play, index, line) });
}

/** The item at `index` replaced, taken away (null), or added at the end. */
function replaced<Item>(list: readonly Item[], index: number, item: Item | null): Item[] {
  if (item === null) return list.filter((_, i) => i !== index);
  return index < list.length ? list.map((old, i) => (i === index ? item : old)) : [...list, item];
}

export function moved(plan: Plan, from: number, to: number): Plan {
  const sections = [...plan.sections];
  sections.splice(to, 0, ...sections.splice(from, 1));
  return { ...plan, sections };
}

/** The section so many times in a row, in all. */
export function repeated(plan: Plan, index: number, times: number): Plan {
  const more = Array.from({ length: times - 1 }, () => plan.sections[index]);
  return { ...plan, sections: plan.sections.toSpliced(index + 1, 0, ...more) };
}

export function inPlaceOf(plan: Plan, index: number, sections: readonly Section[]): Plan {
  return { ...plan, sections: plan.sections.toSpliced(index, 1, ...sections) };
}

/** Without what is not said, so that a plan that was changed and changed back is the same plan. */
export function tidy(plan: Plan): Plan {
  return JSON.parse(JSON.stringify(plan)) as Plan;
}
