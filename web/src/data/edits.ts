/** What can be done to a plan's sections, layers and lines. Pure: each gives a new plan. */
import type { ClickLayer, Plan, PlayLine, Section } from '@feldspar/core/plan';

export function withSection(plan: Plan, index: number, change: Partial<Section>): Plan {
  return { ...plan, sections: plan.sections.map((s, i) => (i === index ? { ...s, ...change } : s)) };
}

/** The part at `index` replaced, taken away (null), or added at the end. */
export function partsWith<Part extends ClickLayer | PlayLine>(
  parts: readonly Part[],
  index: number,
  part: Part | null,
): Part[] {
  if (part === null) return parts.filter((_, i) => i !== index);
  return index < parts.length ? parts.map((old, i) => (i === index ? part : old)) : [...parts, part];
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

/**
 * Without what is not said, so that a plan that was changed and changed back is the same plan. Whatever is as before is the same object:
 * what is drawn of it need not be drawn again.
 */
export function tidy(plan: Plan, before?: Plan): Plan {
  const next = JSON.parse(JSON.stringify(plan)) as Plan;
  if (!before) return next;
  // A section that was moved is found again by what it is.
  const known = new Map(before.sections.map((section) => [JSON.stringify(section), section]));
  const sections = next.sections.map((section) => known.get(JSON.stringify(section)) ?? section);
  return shared(before, { ...next, sections });
}

/** The older of two equal values, and where they differ the newer one with the older parts that are equal. */
function shared<Value>(older: unknown, newer: Value): Value {
  if (older === newer || typeof older !== 'object' || typeof newer !== 'object' || !older || !newer)
    return newer;
  if (Array.isArray(older) !== Array.isArray(newer)) return newer;
  const before = older as Record<string, unknown>;
  const parts = Object.entries(newer).map(([key, part]) => [key, shared(before[key], part)] as const);
  const same =
    parts.length === Object.keys(older).length &&
    parts.every(([key, part]) => key in older && part === before[key]);
  if (same) return older as Value;
  return (Array.isArray(newer) ? parts.map(([, part]) => part) : Object.fromEntries(parts)) as Value;
}
