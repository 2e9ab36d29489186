/** Reading files off the page's own thread: whatever a file holds, the page goes on. */
import { performanceOfMidi, readSheetFile } from '@feldspar/core/formats';
import { expose } from 'comlink';
import { readPlanFile } from '../files/plan-file.ts';

const api = {
  plan: readPlanFile,
  async sheet(file: File) {
    return readSheetFile(new Uint8Array(await file.arrayBuffer()));
  },
  async performance(file: File) {
    return performanceOfMidi(new Uint8Array(await file.arrayBuffer()), file.name);
  },
};

export type FilesApi = typeof api;

expose(api);
