/** What is wrong with a document, as plain data: which field, and what to do. For screens and for problem details. */
import type { z } from 'zod';

export interface FieldProblem {
  /** Where: "sections[1].clicks[0].at[2]", or "" for the whole document. */
  path: string;
  message: string;
}

/** More than so many help nobody. */
export const MOST_PROBLEMS = 20;

/** Zod's first issues as plain field problems, for screens and for problem details; after MOST_PROBLEMS only how many more. */
export function fieldProblems({ issues }: z.ZodError): FieldProblem[] {
  const shown = issues.slice(0, MOST_PROBLEMS);
  const more = issues.length - shown.length;
  return [...shown.map(fieldProblem), ...(more > 0 ? [{ path: '', message: `and ${more} more` }] : [])];
}

function fieldProblem(issue: z.core.$ZodIssue): FieldProblem {
  return {
    path: pathText(issue.path),
    message: issue.code === 'unrecognized_keys' ? unknownFields(issue.keys) : issue.message,
  };
}

/** "sections[1].clicks[0].at[2]" */
export function pathText(path: readonly PropertyKey[]): string {
  return path.reduce<string>(
    (text, key) =>
      typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${String(key)}` : String(key),
    '',
  );
}

function unknownFields(keys: readonly string[]): string {
  const names = keys.slice(0, 3).map((key) => `"${key.slice(0, 40)}"`);
  return `there is no field ${names.join(', ')}${keys.length > 3 ? ' …' : ''} here; take it out`;
}
