/** Reading files off the page's own thread: whatever a file holds, the page goes on. */
import { readSheetFile } from '@feldspar/core/formats';
import { expose } from 'comlink';
import { readPlanFile } from '../files/plan-file.ts';

const api = {
  plan: readPlanFile,
  async sheet(file: File) {
    return readSheetFile(new Uint8Array(await file.arrayBuffer()));
  },
};

export type FilesApi = typeof api;

expose(api);
