/** What everybody who is here did this week, and who needs the teacher. */
import { READY_PATHS, type Path, type Walk } from '@feldspar/core/paths';
import {
  type Assignment,
  type PastSession,
  URGENCY,
  assignmentStanding,
  isFor,
  playerWeek,
} from '@feldspar/core/people';
import { type Session, playedOf } from '@feldspar/core/planner';
import { daysIn } from '@feldspar/core/trends';
import type { Needs } from '@feldspar/core/wire';
import type { DocumentStore } from './documents.ts';
import type { PlayerStore } from './players.ts';
import type { TrendStore } from './trends.ts';

/** Of each player: half a year of two takes a day. */
const MOST_TAKES = 400;

export class NeedStore {
  private readonly players: PlayerStore;
  private readonly documents: DocumentStore;
  private readonly trends: TrendStore;

  constructor(players: PlayerStore, documents: DocumentStore, trends: TrendStore) {
    this.players = players;
    this.documents = documents;
    this.trends = trends;
  }

  /** @param zone by whose days. @returns who needs the teacher first. */
  async list(zone: string, now: Date): Promise<Needs> {
    const dayOf = daysIn(zone);
    const today = dayOf(now.getTime());
    const [all, walks, paths, assignments, sessions] = await Promise.all([
      this.players.list(),
      this.documents.list<Walk>('walk'),
      this.documents.list<Path>('path'),
      this.documents.list<Assignment>('assignment'),
      this.documents.list<Session>('session'),
    ]);
    const known = new Map<string, Path>([
      ...READY_PATHS.map(({ id, path }) => [id, path] as const),
      ...paths.map(({ id, document }) => [id, document] as const),
    ]);
    const here = all.filter(({ profile }) => profile.archived !== true);
    const players: Needs['players'] = [];
    for (const { id, profile } of here) {
      const takes = (await this.trends.practised(id, MOST_TAKES)).map((take) => ({
        ...take,
        day: dayOf(Date.parse(take.startedAt)),
      }));
      const walk = newestOf(walks.filter(({ document }) => document.playerId === id));
      const past = sessions.flatMap(({ document }): PastSession[] =>
        document.playerId === id
          ? [
              {
                agendaId: document.agendaId,
                day: dayOf(Date.parse(document.startedAt)),
                played: playedOf(document).played.length,
              },
            ]
          : [],
      );
      const work = assignments.flatMap(({ id: key, document }) =>
        isFor(document, { id, groups: profile.groups ?? [] })
          ? [
              {
                id: key,
                title: document.work.title,
                unit: document.work.kind === 'agenda' ? ('session' as const) : ('take' as const),
                standing: assignmentStanding(document, takes, past, today),
              },
            ]
          : [],
      );
      const walked = walk && !walk.ended ? (known.get(walk.pathId) ?? null) : null;
      players.push({ id, week: playerWeek({ takes, walked, work, today }) });
    }
    const urgency = ({ week }: Needs['players'][number]) => URGENCY.indexOf(week.need.kind);
    return { today, players: players.sort((a, b) => urgency(a) - urgency(b)) };
  }
}

const newestOf = (walks: readonly { document: Walk }[]): Walk | null =>
  walks
    .map(({ document }) => document)
    .sort((a, b) => b.since.localeCompare(a.since))
    .at(0) ?? null;
