/** Several plans as named files in one ZIP: as sound, or as MIDI. */
import { type SetMember, midiOf } from '@feldspar/core/formats';
import type { WavForm } from '@feldspar/core/wav';
import { compile } from '@feldspar/core/plan';
import { fileNameOf } from '../../files/file-name.ts';
import { saveBlob } from '../../files/save-file.ts';
import { exportWavSet } from '../../files/wav-export.ts';
import type { Writing } from './useWriting.ts';

/** Longer sets are hours of sound. */
const MOST_SECONDS = 2 * 3600;

const named = ({ name }: SetMember, ending: string) =>
  fileNameOf({ title: name.replaceAll(' = ', '=') }, ending);

/** @param members makes them; what it throws is said. @param title of the ZIP. */
export async function saveMidiSet(
  members: () => SetMember[],
  title: string,
  { onError }: Writing,
): Promise<void> {
  onError(null);
  const pieces: Uint8Array[] = [];
  try {
    const { zipWriter } = await import('../../files/zip.ts');
    const zip = zipWriter((bytes) => pieces.push(bytes));
    for (const member of members()) {
      const into = zip.file(named(member, 'mid'));
      into(midiOf(member.plan));
      into(null);
    }
    zip.end();
    saveBlob(fileNameOf({ title }, 'zip'), new Blob(pieces as BlobPart[], { type: 'application/zip' }));
  } catch (failure) {
    onError(failure);
  }
}

export function saveWavSet(
  members: () => SetMember[],
  title: string,
  form: WavForm,
  { onError, write }: Writing,
): void {
  onError(null);
  try {
    const set = members().map((member) => {
      const { endS } = compile(member.plan);
      return { name: named(member, 'wav'), plan: member.plan, range: { fromS: 0, toS: endS } };
    });
    const seconds = set.reduce((sum, { range }) => sum + range.toS, 0);
    if (seconds > MOST_SECONDS)
      throw new Error('The set would be more than two hours of sound. Choose fewer files, or shorter plans.');
    write((tell) => exportWavSet(set, form, tell), fileNameOf({ title }, 'zip'));
  } catch (failure) {
    onError(failure);
  }
}
