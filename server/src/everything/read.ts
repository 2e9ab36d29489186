/**
 * A ZIP of a studio read into this one: what is here already stays as it is and nothing is stored twice; what was new, known, different or
 * not to be read is counted and said. What is stored stays stored when it is broken off, so that it can be read again.
 */
import { createWriteStream, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Transform, type Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { isDeepStrictEqual } from 'node:util';
import { type FieldProblem, fieldProblems, isShallow } from '@feldspar/core/plan';
import { readyPlanOf } from '@feldspar/core/practice';
import type { DocumentKind, Imported } from '@feldspar/core/wire';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { DEEPEST } from '../http/body.ts';
import { Problem, sizeText } from '../http/problem.ts';
import type { Database } from '../store/database.ts';
import type { DocumentStore, KeptDocument } from '../store/documents.ts';
import type { PlanStore } from '../store/plans.ts';
import { type PlayerStore, saidOf } from '../store/players.ts';
import type { RecordingStore } from '../store/recordings.ts';
import type { TakeStore } from '../store/takes.ts';
import {
  ABOUT,
  type Documents,
  FOLDERS,
  FORMAT,
  type Folder,
  KEPT_WHOLE,
  VERSION,
  placeOf,
} from './kinds.ts';

/** Ten years of eight people, and their hits. */
export const MOST_ZIP_BYTES = 2 * 1024 * 1024 * 1024;
const MOST_ENTRIES = 500_000;
const MOST_SAID = 20;

export interface Stores {
  database: Database;
  players: PlayerStore;
  plans: PlanStore;
  takes: TakeStore;
  recordings: RecordingStore;
  documents: DocumentStore;
}

type Fate = 'new' | 'known' | 'other' | 'deleted';

export interface Progress {
  running: boolean;
  done: number;
  total: number;
}

type Storing = { [F in Folder]: (id: string, document: Documents[F]) => Promise<unknown> };

function storingIn({ players, plans, takes, recordings, documents }: Stores): Storing {
  const whole = (kind: DocumentKind) => (id: string, document: KeptDocument) =>
    documents.put(kind, id, document);
  return {
    players: (id, said) => players.put(id, said),
    plans: (id, plan) => plans.put(id, plan),
    // Measured afterwards, in the background: thousands of them would take minutes.
    takes: (id, take) => takes.put({ ...take, id }, { measure: false }),
    recordings: (id, recording) => recordings.put({ ...recording, id }),
    paths: whole('path'),
    walks: whole('walk'),
    agendas: whole('agenda'),
    sessions: whole('session'),
    assignments: whole('assignment'),
    lessons: whole('lesson'),
    circles: whole('circle'),
  };
}

/** One at a time: two at once would only slow each other down. */
export class Importing {
  private readonly stores: Stores;
  private readonly storing: Storing;
  private current: Progress = { running: false, done: 0, total: 0 };

  constructor(stores: Stores) {
    this.stores = stores;
    this.storing = storingIn(stores);
  }

  progress(): Progress {
    return { ...this.current };
  }

  /**
   * @param body the ZIP as it comes. @param signal broken off.
   * @throws Problem 409 while another one is read, 413 where it is too large, 422 where it is no ZIP of a studio.
   */
  async read(body: Readable, signal: AbortSignal): Promise<Imported> {
    if (this.current.running)
      throw new Problem(409, 'Being read', 'Another file is being read in. Wait until it is done.');
    this.current = { running: true, done: 0, total: 0 };
    const folder = mkdtempSync(join(tmpdir(), 'feldspar-import-'));
    try {
      const file = join(folder, 'studio.zip');
      await pipeline(body, limited(MOST_ZIP_BYTES), createWriteStream(file), { signal });
      return await this.readFile(file, signal);
    } finally {
      this.current.running = false;
      rmSync(folder, { recursive: true, force: true });
    }
  }

  private async readFile(file: string, signal: AbortSignal): Promise<Imported> {
    const zip = await opened(file);
    try {
      const entries = await entriesOf(zip);
      await checkAbout(zip, entries);
      const order = Object.keys(FOLDERS) as Folder[];
      const placed = entries
        .flatMap((entry) => {
          const place = placeOf(entry.fileName);
          return place ? [{ entry, ...place }] : [];
        })
        .sort((a, b) => order.indexOf(a.folder) - order.indexOf(b.folder));
      const report: Imported = { new: {}, known: {}, other: {}, deleted: {}, refused: [], moreRefused: 0 };
      this.current.total = placed.length;
      for (const { entry, folder, id } of placed) {
        if (signal.aborted) break;
        const fate = await this.one(zip, entry, folder, id);
        if (typeof fate === 'string') report[fate][folder] = (report[fate][folder] ?? 0) + 1;
        else if (report.refused.length < MOST_SAID) report.refused.push(fate);
        else report.moreRefused++;
        this.current.done++;
      }
      return report;
    } finally {
      zip.close();
    }
  }

  private async one<F extends Folder>(
    zip: ZipFile,
    entry: Entry,
    folder: F,
    id: string,
  ): Promise<Fate | Imported['refused'][number]> {
    const refused = (path: string, message: string) => ({ file: entry.fileName, path, message });
    const { schema, most } = FOLDERS[folder];
    if (entry.uncompressedSize > most)
      return refused('', `larger than ${sizeText(most)}, which none of these is`);
    let value: unknown;
    try {
      value = JSON.parse((await bytesOf(zip, entry)).toString('utf8'));
    } catch (error) {
      return refused('', error instanceof SyntaxError ? 'no JSON' : (error as Error).message);
    }
    if (!isShallow(value, DEEPEST)) return refused('', 'nested deeper than any document is');
    const checked = schema.safeParse(value);
    if (!checked.success) {
      const [{ path, message }] = fieldProblems(checked.error) as [FieldProblem];
      return refused(path, message);
    }
    return this.store(folder, id, checked.data);
  }

  /** What is here already is compared, never overwritten. */
  private async store<F extends Folder>(folder: F, id: string, document: Documents[F]): Promise<Fate> {
    const here = await this.here(folder, id);
    if (here !== null)
      return here.deletedAt
        ? 'deleted'
        : isDeepStrictEqual(here.document, plain(document))
          ? 'known'
          : 'other';
    await this.storing[folder](id, document);
    return 'new';
  }

  private async here(
    folder: Folder,
    id: string,
  ): Promise<{ document: unknown; deletedAt: Date | null } | null> {
    const { models } = this.stores.database;
    const found = { paranoid: false } as const;
    switch (folder) {
      case 'players': {
        const row = await models.players.findByPk(id, found);
        return row && { document: saidOf(row), deletedAt: row.deletedAt };
      }
      case 'plans': {
        if (readyPlanOf(id)) return { document: readyPlanOf(id)!.plan, deletedAt: null };
        return models.plans.findByPk(id, found);
      }
      case 'takes': {
        const row = await models.takes.findByPk(id, found);
        return row && { document: await this.stores.takes.documentOf(row), deletedAt: row.deletedAt };
      }
      case 'recordings':
        return models.recordings.findByPk(id, found);
      default: {
        const row = await models.documents.findByPk(id, found);
        return row && row.kind === KEPT_WHOLE[folder] ? row : null;
      }
    }
  }
}

const plain = (document: unknown): unknown => JSON.parse(JSON.stringify(document));

function opened(file: string): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    yauzl.open(file, { lazyEntries: true, autoClose: false }, (error, zip) => {
      if (error) reject(new Problem(422, 'No ZIP', `It is no ZIP that can be read: ${error.message}.`));
      else resolve(zip);
    });
  });
}

function entriesOf(zip: ZipFile): Promise<Entry[]> {
  if (zip.entryCount > MOST_ENTRIES)
    throw new Problem(
      422,
      'Too many files',
      `It holds ${zip.entryCount} files; at most ${MOST_ENTRIES} are read.`,
    );
  return new Promise((resolve, reject) => {
    const entries: Entry[] = [];
    zip.on('entry', (entry: Entry) => {
      entries.push(entry);
      zip.readEntry();
    });
    zip.on('end', () => resolve(entries));
    zip.on('error', (error: Error) =>
      reject(new Problem(422, 'Broken ZIP', `The ZIP is damaged: ${error.message}.`)),
    );
    zip.readEntry();
  });
}

async function checkAbout(zip: ZipFile, entries: readonly Entry[]): Promise<void> {
  const about = entries.find(({ fileName }) => fileName === ABOUT);
  const no = (why: string) => new Problem(422, 'No studio', `${why} Choose a ZIP that Feldspar has made.`);
  if (!about || about.uncompressedSize > 100_000) throw no(`There is no ${ABOUT} in it.`);
  let said: { format?: unknown; version?: unknown };
  try {
    said = JSON.parse((await bytesOf(zip, about)).toString('utf8')) as typeof said;
  } catch {
    throw no(`Its ${ABOUT} cannot be read.`);
  }
  if (said?.format !== FORMAT) throw no(`Its ${ABOUT} does not say that it is one of a studio.`);
  if (said.version !== VERSION)
    throw new Problem(
      422,
      'Another version',
      `It is of version ${String(said.version).slice(0, 20)}; this Feldspar reads version ${VERSION}.`,
    );
}

/** All of an entry; its size is checked while it is unpacked, whatever the directory says. */
function bytesOf(zip: ZipFile, entry: Entry): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) {
        reject(error);
        return;
      }
      const pieces: Buffer[] = [];
      stream.on('data', (piece: Buffer) => pieces.push(piece));
      stream.on('end', () => resolve(Buffer.concat(pieces)));
      stream.on('error', reject);
    });
  });
}

/** Passes bytes on as long as they are not too many. */
function limited(most: number): Transform {
  let bytes = 0;
  return new Transform({
    transform(piece: Buffer, _, done) {
      bytes += piece.length;
      if (bytes > most) done(new Problem(413, 'Too large', `A ZIP has at most ${sizeText(most)}.`));
      else done(null, piece);
    },
  });
}
