/** Sequelize models of the tables that the migrations make. */
import type { Profile } from '@feldspar/core/people';
import type { Plan, SaidTempo } from '@feldspar/core/plan';
import type { Recording } from '@feldspar/core/recordings';
import type { Take, TakeFigures, TakeSummary } from '@feldspar/core/take';
import type { AloneIntervals, Judging } from '@feldspar/core/timing';
import type { DocumentKind } from '@feldspar/core/wire';
import { DataTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize';
import { jsonColumn } from './json-column.ts';

export interface PlayerRow {
  id: string;
  name: string;
  instrument: string;
  /** Null where nothing was said. */
  profile: Profile | null;
  /** Whose takes these are now; null unless two were the same person. */
  mergedInto: string | null;
  deletedAt: Date | null;
}

export interface PlanRow {
  id: string;
  title: string;
  trains: string;
  /** Ships with the application; not the user's own. */
  ready: boolean;
  /** Lists never read it. */
  document: Plan;
  /** From the document, for lists: the tempo of the first section, and whether it carries its count sheet. */
  tempo: Plan['sections'][number]['tempo'] | null;
  sheet: boolean;
  /** How often it was changed; what a change was made on is compared with it. */
  revision: number;
  deletedAt: Date | null;
}

export interface TakeRow {
  id: string;
  playerId: string | null;
  planId: string | null;
  startedAt: Date;
  note: string;
  /** The raw take, without its note, true tempo and judging. Large: lists never read it. */
  document: Take;
  /** From the document, for lists. */
  title: string;
  tempo: Take['plan']['sections'][number]['tempo'] | null;
  /** Empty where the document could not be read. */
  input: Take['input'] | '';
  stopped: boolean;
  /** What the tempo really was, where somebody said so. */
  trueTempo: SaidTempo | null;
  /** Tolerance and intended offset, where somebody said so. */
  judging: Judging | null;
  /** Its tempo (the true one if there is one) in the note by which takes are compared. */
  quarterBpm: number;
  /** Of its figures; 0 while it was never measured. */
  estimator: number;
  /** Null while it is not measured. */
  summary: TakeSummary | null;
  /** What the player did alone, for holding over weeks; null while it is not measured. */
  alone: AloneIntervals | null;
  /** From the summary, for lists that want nothing else. */
  hold: TakeSummary['hold'] | null;
  /** What weeks are told by; null while it is not measured. */
  figures: TakeFigures | null;
  /** Why it is not measured yet; measured anew by the next estimator. */
  unmeasured: string | null;
  deletedAt: Date | null;
}

export interface RecordingRow {
  id: string;
  playerId: string | null;
  recordedAt: Date;
  name: string;
  /** Large: lists never read it. */
  document: Recording;
  /** Of the sound's file. */
  bytes: number;
  /** From the document, for lists: how long, the title of the plan (empty without one), how many strokes. */
  durationS: number;
  played: string;
  strokes: number | null;
  /** Of the sound that is kept; null where none is, or not all of it has arrived. */
  hash: string | null;
  deletedAt: Date | null;
}

/** A document that is kept whole: a path, who walks it, an agenda, a session. */
export interface DocumentRow {
  id: string;
  kind: DocumentKind;
  playerId: string | null;
  title: string;
  document: unknown;
  createdAt?: Date;
  deletedAt: Date | null;
}

export type Row<Attributes extends object> = Model<Attributes> & Attributes;

export interface Models {
  players: ModelStatic<Row<PlayerRow>>;
  plans: ModelStatic<Row<PlanRow>>;
  takes: ModelStatic<Row<TakeRow>>;
  recordings: ModelStatic<Row<RecordingRow>>;
  documents: ModelStatic<Row<DocumentRow>>;
}

const id = { type: DataTypes.UUID, primaryKey: true } as const;

export function defineModels(sequelize: Sequelize): Models {
  const players = sequelize.define<Row<PlayerRow>>(
    'player',
    {
      id,
      name: DataTypes.STRING,
      instrument: DataTypes.STRING,
      profile: jsonColumn('profile'),
      mergedInto: DataTypes.UUID,
      deletedAt: DataTypes.DATE,
    },
    { tableName: 'players', paranoid: true },
  );
  const plans = sequelize.define<Row<PlanRow>>(
    'plan',
    {
      id,
      title: DataTypes.STRING,
      trains: DataTypes.STRING,
      ready: DataTypes.BOOLEAN,
      document: jsonColumn('document'),
      tempo: jsonColumn('tempo'),
      sheet: DataTypes.BOOLEAN,
      revision: { type: DataTypes.INTEGER, defaultValue: 1 },
      deletedAt: DataTypes.DATE,
    },
    { tableName: 'plans', paranoid: true },
  );
  const takes = sequelize.define<Row<TakeRow>>(
    'take',
    {
      id,
      playerId: DataTypes.UUID,
      planId: DataTypes.UUID,
      startedAt: DataTypes.DATE,
      note: DataTypes.TEXT,
      document: jsonColumn('document'),
      title: DataTypes.STRING,
      tempo: jsonColumn('tempo'),
      input: DataTypes.STRING,
      stopped: DataTypes.BOOLEAN,
      trueTempo: jsonColumn('trueTempo'),
      judging: jsonColumn('judging'),
      quarterBpm: DataTypes.DOUBLE,
      estimator: DataTypes.INTEGER,
      summary: jsonColumn('summary', 'null'),
      alone: jsonColumn('alone'),
      hold: jsonColumn('hold'),
      figures: jsonColumn('figures'),
      unmeasured: DataTypes.TEXT,
      deletedAt: DataTypes.DATE,
    },
    { tableName: 'takes', paranoid: true },
  );
  const recordings = sequelize.define<Row<RecordingRow>>(
    'recording',
    {
      id,
      playerId: DataTypes.UUID,
      recordedAt: DataTypes.DATE,
      name: DataTypes.STRING,
      document: jsonColumn('document'),
      bytes: DataTypes.BIGINT,
      durationS: DataTypes.DOUBLE,
      played: DataTypes.STRING,
      strokes: DataTypes.INTEGER,
      hash: DataTypes.STRING,
      deletedAt: DataTypes.DATE,
    },
    { tableName: 'recordings', paranoid: true },
  );
  const documents = sequelize.define<Row<DocumentRow>>(
    'document',
    {
      id,
      kind: DataTypes.STRING,
      playerId: DataTypes.UUID,
      title: DataTypes.STRING,
      document: jsonColumn('document'),
      deletedAt: DataTypes.DATE,
    },
    { tableName: 'documents', paranoid: true },
  );
  return { players, plans, takes, recordings, documents };
}
