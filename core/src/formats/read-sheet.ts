/** What comes of reading a sheet from another format, and the remark that carries what its notation has no sign for. */
import { z } from 'zod';
import { type Sheet, plainNote, sheetSchema, unwrittenOf, unwrittenSchema } from '../counts/index.ts';
import { parseFraction } from '../time/index.ts';

/** With what was left out, or why it cannot be read. */
export type ReadSheet =
  | { sheet: Sheet; lost: string[]; problem?: undefined }
  | { sheet?: undefined; lost?: undefined; problem: string };

/** Checked as any sheet is; what only its reader knew (`graces`) and what was left open is no part of it. */
export function readSheet(document: object, lost: string[]): ReadSheet {
  const sheet = { format: 'feldspar-sheet', version: 1, ...document, graces: undefined };
  const checked = sheetSchema.safeParse(JSON.parse(JSON.stringify(sheet)));
  if (checked.success) return { sheet: checked.data, lost };
  const [issue] = checked.error.issues;
  return { problem: `What it holds is no count sheet: ${issue.message} (${issue.path.join('.')}).` };
}

const remarkSchema = z.object({
  ...unwrittenSchema.shape,
  /** Where the notation would round it. */
  tempo: sheetSchema.shape.tempo.optional(),
  pickup: sheetSchema.shape.pickup,
  /** One for each note that has grace notes, in order: "1/16=" is taken from their note, "1/16<" from before. */
  graces: z.array(z.string().regex(/^\d+(\/\d+)?[=<]$/)).optional(),
});
export type Remark = z.infer<typeof remarkSchema>;

export function remarkOf(sheet: Sheet): Remark {
  const { bpm, beat } = sheet.tempo;
  const plain = Number.isInteger(bpm) && plainNote(parseFraction(beat));
  return { ...unwrittenOf(sheet), ...(plain ? {} : { tempo: sheet.tempo }) };
}

/** The remark of our own writer; null for anybody else's. */
export function readRemark(text: string | undefined): Remark | null {
  try {
    const checked = remarkSchema.safeParse(JSON.parse(text ?? ''));
    return checked.success ? checked.data : null;
  } catch {
    return null;
  }
}
