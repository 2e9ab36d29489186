/** Recordings in the database: what was heard, what was changed by hand, what was played to. Their sounds are files. */
import { type Recording, marksOf } from '@feldspar/core/recordings';
import type { Page, RecordingItem, SoundState, StoredRecording } from '@feldspar/core/wire';
import { type FindOptions, Op, type WhereOptions } from 'sequelize';
import { Problem, notFound } from '../http/problem.ts';
import { holding } from './holding.ts';
import type { Database } from './database.ts';
import type { RecordingRow, Row } from './models.ts';
import { beyond, cursorOf, readCursor } from './pages.ts';
import type { Identities, PlayerStore } from './players.ts';
import type { SoundFiles } from './sounds.ts';

const ORDER = 'recorded';

/** Read for lists; the document is large and is not. */
const LISTED = [
  ...(['id', 'playerId', 'recordedAt', 'name', 'bytes', 'durationS', 'played', 'strokes', 'hash'] as const),
  'deletedAt',
] as const;

export class RecordingStore {
  private readonly database: Database;
  private readonly players: PlayerStore;
  private readonly sounds: SoundFiles;

  constructor(database: Database, players: PlayerStore, sounds: SoundFiles) {
    this.database = database;
    this.players = players;
    this.sounds = sounds;
  }

  /** Stores what is known of it, in place of what was. @returns true where it was new. @throws Problem 410 where it was deleted. */
  async put(recording: Recording): Promise<boolean> {
    const { recordings, players } = this.database.models;
    const known = await recordings.findByPk(recording.id, { paranoid: false });
    if (known?.deletedAt)
      throw new Problem(
        410,
        'Deleted recording',
        'This recording was deleted. Bring it back from the bin first.',
      );
    const player = recording.playerId
      ? await players.findByPk(recording.playerId, { paranoid: false })
      : null;
    const facts = {
      playerId: player?.id ?? null,
      recordedAt: new Date(recording.recordedAt),
      name: recording.name,
      document: recording,
      durationS: recording.sound.durationS,
      played: recording.played.to === 'plan' ? recording.played.plan.title : '',
      strokes: marksOf(recording.heard, recording.edits).length,
    };
    if (known) {
      // A sound that is kept is what it is, whatever another window says of it.
      const bytes = known.hash === null ? { bytes: recording.sound.bytes } : {};
      await known.update({ ...facts, ...bytes });
      return false;
    }
    await recordings.create({
      id: recording.id,
      ...facts,
      bytes: recording.sound.bytes,
      hash: null,
      deletedAt: null,
    });
    return true;
  }

  async get(id: string): Promise<StoredRecording> {
    const row = await this.find(id);
    const identities = await this.players.identities();
    const { document } = row;
    return {
      document: { ...document, playerId: identities.of(document.playerId) },
      hash: row.hash,
      received: this.receivedOf(row),
    };
  }

  async list(filter: {
    playerId?: string;
    cursor?: string;
    limit: number;
    find?: string | undefined;
  }): Promise<Page<RecordingItem>> {
    const identities = await this.players.identities();
    const where: WhereOptions[] = [];
    if (filter.playerId) where.push({ playerId: identities.all(filter.playerId) });
    if (filter.find) where.push(holding(['name', 'played'], filter.find));
    if (filter.cursor) where.push(beyond('recordedAt', 'DESC', readCursor(filter.cursor, ORDER, 'date')));
    const rows = await this.listed({
      where: { [Op.and]: where },
      order: [
        ['recordedAt', 'DESC'],
        ['id', 'DESC'],
      ],
      limit: filter.limit + 1,
    });
    const page = rows.slice(0, filter.limit);
    const last = page.at(-1);
    return {
      items: page.map((row) => this.itemOf(row, identities)),
      nextCursor: rows.length > filter.limit && last ? cursorOf(ORDER, last.recordedAt, last.id) : null,
    };
  }

  /** Deleted ones, the last deleted first. */
  async deleted(most: number): Promise<(RecordingItem & { deletedAt: string })[]> {
    const identities = await this.players.identities();
    const rows = await this.listed({
      where: { deletedAt: { [Op.ne]: null } },
      order: [['deletedAt', 'DESC']],
      limit: most,
      paranoid: false,
    });
    return rows.map((row) => ({ ...this.itemOf(row, identities), deletedAt: row.deletedAt!.toISOString() }));
  }

  async remove(id: string): Promise<void> {
    await (await this.find(id)).destroy();
  }

  async restore(id: string): Promise<void> {
    const row = await this.database.models.recordings.findByPk(id, { paranoid: false });
    if (!row) throw notFound('recording', id);
    await row.restore();
  }

  async received(id: string): Promise<SoundState> {
    return this.stateOf(await this.find(id));
  }

  /** @throws Problem as `SoundFiles.add` does. */
  async addSound(id: string, from: number, piece: Uint8Array): Promise<SoundState> {
    const row = await this.find(id);
    // All of it is there: an answer that got lost is asked for again.
    if (row.hash !== null) return this.stateOf(row);
    const hash = await this.sounds.add(id, from, row.bytes, piece);
    if (hash !== null) await row.update({ hash });
    return this.stateOf(row);
  }

  /** The file of a sound that is kept. @throws Problem 404 where it is not. */
  async soundFile(id: string): Promise<string> {
    const { hash } = await this.find(id);
    if (hash === null || !this.sounds.has(hash))
      throw new Problem(404, 'No sound', 'The sound of this recording is not kept here.');
    return this.sounds.fileOf(hash);
  }

  /** Lets go of the sound; what was heard in it stays. */
  async dropSound(id: string): Promise<void> {
    const row = await this.find(id);
    const { hash } = row;
    await row.update({ hash: null });
    await this.sounds.drop(id, hash !== null && (await this.isOnlyOne(hash)) ? hash : null);
  }

  /** Sounds that belong to no recording any more; those in the bin keep theirs. */
  async sweepSounds(): Promise<void> {
    const rows = await this.database.models.recordings.findAll({
      raw: true,
      attributes: ['id', 'hash'],
      paranoid: false,
    });
    await this.sounds.sweep(new Set(rows.flatMap(({ id, hash }) => (hash === null ? [id] : [id, hash]))));
  }

  private async isOnlyOne(hash: string): Promise<boolean> {
    return (await this.database.models.recordings.count({ where: { hash }, paranoid: false })) === 0;
  }

  private stateOf(row: Pick<RecordingRow, 'id' | 'hash' | 'bytes'>): SoundState {
    return { hash: row.hash, bytes: row.bytes, received: this.receivedOf(row) };
  }

  private receivedOf({ id, hash, bytes }: Pick<RecordingRow, 'id' | 'hash' | 'bytes'>): number {
    return hash === null ? this.sounds.received(id) : bytes;
  }

  private itemOf(row: RecordingRow, identities: Identities): RecordingItem {
    const { id, name, bytes, durationS, played, strokes, hash } = row;
    return {
      ...{ id, name, bytes, durationS, played, strokes, hash },
      playerId: identities.of(row.playerId),
      recordedAt: row.recordedAt.toISOString(),
      received: this.receivedOf(row),
    };
  }

  private listed(options: FindOptions): Promise<Row<RecordingRow>[]> {
    return this.database.models.recordings.findAll({
      attributes: [...LISTED],
      ...options,
    } as FindOptions<RecordingRow>);
  }

  private async find(id: string): Promise<Row<RecordingRow>> {
    const row = await this.database.models.recordings.findByPk(id);
    if (!row) throw notFound('recording', id);
    return row;
  }
}
