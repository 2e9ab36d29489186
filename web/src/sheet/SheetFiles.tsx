/** A sheet as files of other kinds, as a picture, and on paper. */
import Button from '@mui/material/Button';
import { type Sheet } from '@feldspar/core/counts';
import { sheetToAbc, sheetToMusicXml, sheetToMxl } from '@feldspar/core/formats';
import type { Plan } from '@feldspar/core/plan';
import { useSnackbar } from 'notistack';
import { fileNameOf } from '../export/file-name.ts';
import { PrintButton } from '../shell/PrintButton.tsx';
import { saveBlob, saveFile } from '../shell/save-file.ts';
import { engravingPng, engravingSvg } from './engraving-file.ts';

interface SheetFilesProps {
  plan: Plan;
  sheet: Sheet;
  /** Where it is engraved; null while it is not. */
  drawn: HTMLElement | null;
}

const MUSICXML = 'application/vnd.recordare.musicxml';

export function SheetFiles({ plan, sheet, drawn }: SheetFilesProps) {
  const { enqueueSnackbar } = useSnackbar();
  const savePng = async (box: HTMLElement) => {
    try {
      saveBlob(fileNameOf(plan, 'png'), await engravingPng(box));
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  const mxl = () => new Blob([sheetToMxl(sheet) as BlobPart], { type: MUSICXML });
  const files: [string, (() => void) | null][] = [
    ['ABC', () => saveFile(fileNameOf(plan, 'abc'), 'text/vnd.abc', sheetToAbc(sheet))],
    ['MusicXML', () => saveFile(fileNameOf(plan, 'musicxml'), `${MUSICXML}+xml`, sheetToMusicXml(sheet))],
    ['compressed MusicXML', () => saveBlob(fileNameOf(plan, 'mxl'), mxl())],
    ['SVG', drawn && (() => saveFile(fileNameOf(plan, 'svg'), 'image/svg+xml', engravingSvg(drawn)))],
    ['PNG', drawn && (() => void savePng(drawn))],
  ];
  return (
    <>
      {files.map(([kind, save]) => (
        <Button key={kind} variant="outlined" color="inherit" disabled={!save} onClick={() => save?.()}>
          Save as {kind}
        </Button>
      ))}
      <PrintButton />
    </>
  );
}
