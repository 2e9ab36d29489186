/** A sheet as files of other kinds, as a picture, and on paper. */
import type { Sheet } from '@feldspar/core/counts';
import { sheetToAbc, sheetToMusicXml, sheetToMxl } from '@feldspar/core/formats';
import type { Plan } from '@feldspar/core/plan';
import { fileNameOf } from '../../files/file-name.ts';
import { MenuButton } from '../../parts/actions/MenuButton.tsx';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { saveBlob, saveFile } from '../../files/save-file.ts';
import { type PictureKind, saveSvg } from '../../files/svg-file.ts';
import { engravingNode } from '../../parts/engraving/engraving-file.ts';
import { say } from '../../parts/actions/say.ts';

interface SheetFilesProps {
  plan: Plan;
  sheet: Sheet;
  /** Where it is engraved; null while it is not. */
  drawn: HTMLElement | null;
}

const MUSICXML = 'application/vnd.recordare.musicxml';

export function SheetFiles({ plan, sheet, drawn }: SheetFilesProps) {
  const savePicture = async (box: HTMLElement, kind: PictureKind) => {
    try {
      await saveSvg(engravingNode(box), kind, (ending) => fileNameOf(plan, ending));
    } catch (error) {
      say((error as Error).message, { variant: 'error' });
    }
  };
  const mxl = () => new Blob([sheetToMxl(sheet) as BlobPart], { type: MUSICXML });
  const files: [string, (() => void) | null][] = [
    ['MusicXML', () => saveFile(fileNameOf(plan, 'musicxml'), `${MUSICXML}+xml`, sheetToMusicXml(sheet))],
    ['MusicXML, compressed', () => saveBlob(fileNameOf(plan, 'mxl'), mxl())],
    ['ABC', () => saveFile(fileNameOf(plan, 'abc'), 'text/vnd.abc', sheetToAbc(sheet))],
    ['SVG picture', drawn && (() => void savePicture(drawn, 'svg'))],
    ['PNG picture', drawn && (() => void savePicture(drawn, 'png'))],
  ];
  return (
    <>
      <MenuButton name="Save as a file" choices={files} />
      <PrintButton />
    </>
  );
}
