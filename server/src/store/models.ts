/** Sequelize models of the tables that the migrations make. */
import type { Plan, SaidTempo } from '@feldspar/core/plan';
import type { Take, TakeSummary } from '@feldspar/core/take';
import type { Judging } from '@feldspar/core/timing';
import { DataTypes, type Model, type ModelStatic, type Sequelize } from 'sequelize';

export interface PlayerRow {
  id: string;
  name: string;
  instrument: string;
}

export interface PlanRow {
  id: string;
  title: string;
  trains: string;
  /** Ships with the application; not the user's own. */
  ready: boolean;
  document: Plan;
  deletedAt: Date | null;
}

export interface TakeRow {
  id: string;
  playerId: string | null;
  planId: string | null;
  startedAt: Date;
  note: string;
  /** The raw take, without its note, true tempo and judging. */
  document: Take;
  /** What the tempo really was, where somebody said so. */
  trueTempo: SaidTempo | null;
  /** Tolerance and intended offset, where somebody said so. */
  judging: Judging | null;
  /** Its tempo (the true one if there is one) in the note by which takes are compared. */
  quarterBpm: number;
  estimator: number;
  summary: TakeSummary;
  deletedAt: Date | null;
}

export type Row<Attributes extends object> = Model<Attributes> & Attributes;

export interface Models {
  players: ModelStatic<Row<PlayerRow>>;
  plans: ModelStatic<Row<PlanRow>>;
  takes: ModelStatic<Row<TakeRow>>;
}

const id = { type: DataTypes.UUID, primaryKey: true } as const;

export function defineModels(sequelize: Sequelize): Models {
  const players = sequelize.define<Row<PlayerRow>>(
    'player',
    { id, name: DataTypes.STRING, instrument: DataTypes.STRING },
    { tableName: 'players' },
  );
  const plans = sequelize.define<Row<PlanRow>>(
    'plan',
    {
      id,
      title: DataTypes.STRING,
      trains: DataTypes.STRING,
      ready: DataTypes.BOOLEAN,
      document: DataTypes.JSON,
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
      document: DataTypes.JSON,
      trueTempo: DataTypes.JSON,
      judging: DataTypes.JSON,
      quarterBpm: DataTypes.DOUBLE,
      estimator: DataTypes.INTEGER,
      summary: DataTypes.JSON,
      deletedAt: DataTypes.DATE,
    },
    { tableName: 'takes', paranoid: true },
  );
  return { players, plans, takes };
}
