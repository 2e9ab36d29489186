/** Reading files off the page's own thread: whatever a file holds, the page goes on. */
import { performanceOfMidi, readSheetFile } from '@feldspar/core/formats';
import { MOST_PATH_BYTES, readPath } from '@feldspar/core/paths';
import { readAgenda } from '@feldspar/core/planner';
import { expose } from 'comlink';
import { readJsonFile } from '../files/json-file.ts';
import { readPlanFile } from '../files/plan-file.ts';

const api = {
  plan: readPlanFile,
  path: (file: File) => readJsonFile(file, 'path', MOST_PATH_BYTES, readPath),
  agenda: (file: File) => readJsonFile(file, 'agenda', MOST_PATH_BYTES, readAgenda),
  async sheet(file: File) {
    return readSheetFile(new Uint8Array(await file.arrayBuffer()));
  },
  async performance(file: File) {
    return performanceOfMidi(new Uint8Array(await file.arrayBuffer()), file.name);
  },
};

export type FilesApi = typeof api;

expose(api);
