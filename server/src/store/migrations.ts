/** Migrations in order; one that has landed is never changed. */
import type { Take } from '@feldspar/core/take';
import { quartersPerMinute, tempo } from '@feldspar/core/time';
import { DataTypes, type QueryInterface, QueryTypes } from 'sequelize';

interface Migration {
  name: string;
  up(queries: QueryInterface): Promise<void>;
}

const id = { type: DataTypes.UUID, primaryKey: true, allowNull: false } as const;
const times = {
  createdAt: { type: DataTypes.DATE, allowNull: false },
  updatedAt: { type: DataTypes.DATE, allowNull: false },
} as const;

export const MIGRATIONS: readonly Migration[] = [
  {
    name: '001-players-plans-takes',
    async up(queries) {
      await queries.createTable('players', {
        id,
        name: { type: DataTypes.STRING, allowNull: false },
        instrument: { type: DataTypes.STRING, allowNull: false },
        ...times,
      });
      await queries.createTable('plans', {
        id,
        title: { type: DataTypes.STRING, allowNull: false },
        trains: { type: DataTypes.STRING, allowNull: false },
        ready: { type: DataTypes.BOOLEAN, allowNull: false },
        document: { type: DataTypes.JSON, allowNull: false },
        ...times,
      });
      await queries.createTable('takes', {
        id,
        playerId: { type: DataTypes.UUID, allowNull: true, references: { model: 'players', key: 'id' } },
        planId: { type: DataTypes.UUID, allowNull: true, references: { model: 'plans', key: 'id' } },
        startedAt: { type: DataTypes.DATE, allowNull: false },
        note: { type: DataTypes.TEXT, allowNull: false },
        document: { type: DataTypes.JSON, allowNull: false },
        estimator: { type: DataTypes.INTEGER, allowNull: false },
        summary: { type: DataTypes.JSON, allowNull: false },
        deletedAt: { type: DataTypes.DATE, allowNull: true },
        ...times,
      });
      await queries.addIndex('takes', ['startedAt', 'id']);
      await queries.addIndex('takes', ['playerId', 'startedAt']);
    },
  },
  {
    name: '002-tempos-to-compare',
    async up(queries) {
      await queries.addColumn('plans', 'deletedAt', { type: DataTypes.DATE, allowNull: true });
      await queries.addColumn('takes', 'trueTempo', { type: DataTypes.JSON, allowNull: true });
      await queries.addColumn('takes', 'quarterBpm', {
        type: DataTypes.DOUBLE,
        allowNull: false,
        defaultValue: 0,
      });
      const takes = await queries.sequelize.query<{ id: string; document: string }>(
        'SELECT id, document FROM takes',
        { type: QueryTypes.SELECT },
      );
      for (const { id, document } of takes) {
        const { bpm, beat } = (JSON.parse(document) as Take).plan.sections[0].tempo;
        const quarterBpm = quartersPerMinute(tempo(bpm, beat)).valueOf();
        await queries.bulkUpdate('takes', { quarterBpm }, { id });
      }
      await queries.addIndex('takes', ['quarterBpm', 'id']);
    },
  },
  {
    name: '003-how-takes-are-judged',
    async up(queries) {
      await queries.addColumn('takes', 'judging', { type: DataTypes.JSON, allowNull: true });
      await queries.addIndex('takes', ['estimator']);
    },
  },
];
