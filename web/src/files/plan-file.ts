/** A file from the player's disk as a plan: a plan file, or a MIDI file's tempo map. Refused with the field and the remedy. */
import { MOST_MIDI_BYTES, planOfMidi } from '@feldspar/core/formats';
import { type FieldProblem, type Plan, readPlan } from '@feldspar/core/plan';
import { readJsonFile } from './json-file.ts';

const MOST_BYTES = 2 * 1024 * 1024;

/** `notes`: what of the file a plan cannot hold. */
export type PlanFileResult = { plan: Plan; notes: string[] } | { problems: FieldProblem[] };

export async function readPlanFile(file: File): Promise<PlanFileResult> {
  const refuse = (message: string): PlanFileResult => ({
    problems: [{ path: '', message: `${file.name}: ${message}` }],
  });
  if (isMidi(file)) {
    if (file.size > MOST_MIDI_BYTES)
      return refuse('larger than 8 MB, which no tempo map is. Choose a MIDI file (.mid).');
    const { plan, notes, problem } = planOfMidi(new Uint8Array(await file.arrayBuffer()), file.name);
    return plan ? { plan, notes } : { problems: [{ path: '', message: problem }] };
  }
  const result = await readJsonFile(file, 'plan', MOST_BYTES, readPlan);
  return 'problems' in result ? result : { ...result, notes: [] };
}

const isMidi = ({ name }: File) => /\.midi?$/i.test(name);
