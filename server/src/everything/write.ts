/**
 * The whole studio as one ZIP: each document as it is (JSON), and two tables for spreadsheets (CSV). Rows are read one after the other, while
 * the file is being sent: a studio's takes together are more than a machine's memory.
 */
import { PassThrough, Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Take, TakeFigures } from '@feldspar/core/take';
import { stringify } from 'csv-stringify';
import type { ModelStatic, WhereOptions } from 'sequelize';
import { ZipFile } from 'yazl';
import type { Database } from '../store/database.ts';
import { UnreadableRow } from '../store/json-column.ts';
import type { Models, Row, TakeRow } from '../store/models.ts';
import { saidOf } from '../store/players.ts';
import { whole } from '../store/takes.ts';
import { ABOUT, FORMAT, type Folder, KEPT_WHOLE, VERSION } from './kinds.ts';

/** Takes read at once for the tables. */
const PAGE = 50;

/** @param now when it is made. @returns the bytes of the ZIP, as they are made. */
export async function everything(database: Database, now: Date): Promise<Readable> {
  const zip = new ZipFile();
  const { models } = database;
  const ids = async (table: keyof Models, where: WhereOptions = {}) => {
    const model = models[table] as ModelStatic<Row<{ id: string }>>;
    const rows = await model.findAll({ raw: true, attributes: ['id'], where, order: ['id'] });
    return rows.map(({ id }) => id);
  };
  const add = (name: string, make: () => Promise<unknown>) =>
    zip.addReadStreamLazy(name, { mtime: now }, (given) => {
      make().then(
        (value) => given(null, Readable.from([JSON.stringify(value, null, 1)])),
        (error: unknown) => given(error, Readable.from([])),
      );
    });
  const counts: Partial<Record<Folder, number>> = {};
  const folder = (name: Folder, found: readonly string[], read: (id: string) => Promise<unknown>) => {
    counts[name] = found.length;
    for (const id of found) add(`${name}/${id}.json`, () => readable(() => read(id)));
  };
  const { players, plans, recordings, takes, documents } = models;
  folder('players', await ids('players'), async (id) => saidOf((await players.findByPk(id))!));
  folder('plans', await ids('plans', { ready: false }), async (id) => (await plans.findByPk(id))!.document);
  folder('recordings', await ids('recordings'), async (id) => (await recordings.findByPk(id))!.document);
  folder('takes', await ids('takes'), async (id) => whole((await takes.findByPk(id))!));
  for (const [name, kind] of Object.entries(KEPT_WHOLE))
    folder(
      name as Folder,
      await ids('documents', { kind }),
      async (id) => (await documents.findByPk(id))!.document,
    );
  add(ABOUT, async () => ({ format: FORMAT, version: VERSION, madeAt: now.toISOString(), counts }));
  table(zip, 'takes.csv', now, TAKE_COLUMNS, () => takeLines(database));
  table(zip, 'hits.csv', now, HIT_COLUMNS, () => hitLines(database));
  zip.end();
  const out = new PassThrough();
  // A failure in the middle breaks the file off, which whoever reads it notices.
  pipeline(zip.outputStream, out).catch((error: Error) => out.destroy(error));
  zip.on('error', (error) => out.destroy(error as Error));
  return out;
}

/** A damaged document is left as a note of what it was; all others are whole. */
async function readable(read: () => Promise<unknown>): Promise<unknown> {
  try {
    return await read();
  } catch (error) {
    if (error instanceof UnreadableRow || error instanceof TypeError)
      return { unreadable: (error as Error).message };
    throw error;
  }
}

type Cell = string | number | null;

function table(
  zip: ZipFile,
  name: string,
  mtime: Date,
  columns: readonly string[],
  lines: () => AsyncGenerator<Cell[]>,
): void {
  zip.addReadStreamLazy(name, { mtime }, (given) => {
    const csv = stringify({ header: true, columns: [...columns] });
    pipeline(Readable.from(lines()), csv).catch((error: Error) => csv.destroy(error));
    given(null, csv);
  });
}

const TAKE_COLUMNS = [
  ...[
    'id',
    'started at',
    'player',
    'plan',
    'tempo',
    'note value',
    'quarters a minute',
    'input',
    'stopped',
    'note',
  ],
  ...['played s', 'offset ms', 'spread ms', 'return ms', 'returns', 'beats held alone', 'tempo percent'],
  ...['trials', 'good', 'early', 'late', 'uneven', 'says nothing because'],
];

async function* takeLines(database: Database): AsyncGenerator<Cell[]> {
  const names = new Map(
    (await database.models.players.findAll({ paranoid: false })).map(({ id, name }) => [id, name]),
  );
  for await (const row of takesInOrder(database, ['document', 'summary', 'alone'], 'exclude')) {
    const tempo = read(() => row.tempo);
    const figures = read(() => row.figures) as TakeFigures | null;
    const trials = figures?.trials;
    yield [
      ...[row.id, row.startedAt.toISOString(), names.get(row.playerId ?? '') ?? '', row.title],
      ...[
        tempo?.bpm ?? null,
        tempo?.beat ?? null,
        row.quarterBpm,
        row.input,
        row.stopped ? 'yes' : 'no',
        row.note,
      ],
      ...[
        figures?.playedS ?? null,
        figures?.offsetMs ?? null,
        figures?.spreadMs ?? null,
        figures?.returnMs ?? null,
      ],
      ...[figures?.returns ?? null, figures?.holdBeats ?? null, figures?.tempoPercent ?? null],
      ...[trials?.of ?? null, trials?.good ?? null, trials?.early ?? null, trials?.late ?? null],
      ...[trials?.uneven ?? null, trials?.why ?? null],
    ];
  }
}

const HIT_COLUMNS = ['take', 'time s', 'voice', 'strength', 'length s'];

async function* hitLines(database: Database): AsyncGenerator<Cell[]> {
  for await (const row of takesInOrder(database, ['id', 'startedAt', 'document'], 'only')) {
    const take = read(() => row.document) as Take | null;
    for (const { timeS, voice, strength, lengthS } of take?.hits ?? [])
      yield [row.id, timeS, voice ?? null, strength ?? null, lengthS ?? null];
  }
}

/** Oldest first, some at a time. */
async function* takesInOrder(
  database: Database,
  names: string[],
  mode: 'only' | 'exclude',
): AsyncGenerator<TakeRow> {
  for (let offset = 0; ; offset += PAGE) {
    const rows = await database.models.takes.findAll({
      attributes: mode === 'only' ? names : { exclude: names },
      order: [
        ['startedAt', 'ASC'],
        ['id', 'ASC'],
      ],
      limit: PAGE,
      offset,
    });
    yield* rows;
    if (rows.length < PAGE) return;
  }
}

/** Null for what is damaged. */
function read<Value>(value: () => Value): Value | null {
  try {
    return value();
  } catch (error) {
    if (error instanceof UnreadableRow) return null;
    throw error;
  }
}
