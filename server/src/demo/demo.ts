/**
 * Demo data: three months in which the people of the demo walk their paths. What they play next is what the path says; how they play it is
 * simulated, labelled so, and measured like anything else. The same seed gives the same studio; only the dates follow today.
 */
import { type PastTake, READY_PATHS, type ReadyPath, suggest } from '@feldspar/core/paths';
import {
  type Agenda,
  type AgendaItem,
  type SessionEvent,
  WEEKDAYS,
  sessionAfter,
  sessionOf,
} from '@feldspar/core/planner';
import { firstSection, planTempo, withTempo } from '@feldspar/core/plan';
import { STEADY_PLAYER, chance } from '@feldspar/core/players';
import { ALL_READY_PLANS, readyPlanOf } from '@feldspar/core/practice';
import { simulatedTake } from '@feldspar/core/take';
import { type Tempo, quartersPerMinute } from '@feldspar/core/time';
import type { DocumentStore } from '../store/documents.ts';
import type { PlayerStore } from '../store/players.ts';
import type { TakeStore } from '../store/takes.ts';
import type { TrendStore } from '../store/trends.ts';
import { demoId } from './demo-id.ts';
import { type DemoPlayer, PEOPLE } from './people.ts';
import { studioOf } from './studio-of.ts';

const DAYS = 90;
/** More than anybody makes here. */
const MOST_TAKES = 200;
const DAY_MS = 86_400_000;
/** One session in so many is of something beside the path. */
const BESIDE = 4;
const NOTES: Record<number, string> = {
  3: 'Counted aloud, felt easier.',
  9: 'Tired hands, stopped after this one.',
  14: 'Breathed through the silence this time.',
};

export interface DemoStores {
  takes: TakeStore;
  players: PlayerStore;
  documents: DocumentStore;
  trends: TrendStore;
}

/** @param now the day the demo is made; the last takes fall on the day before. @returns how many takes were made. */
export async function makeDemo(stores: DemoStores, now: Date): Promise<number> {
  // The names first, in their order; then everybody practises at once, as far as there are threads to measure.
  for (const [p, { name, instrument, profile }] of PEOPLE.entries())
    await stores.players.put(demoId('a', p, 0), { name, instrument, profile });
  await agendas(stores, now);
  const made = await Promise.all(PEOPLE.map((person, p) => walk(stores, person, p, now)));
  await studioOf(stores, now);
  return made.reduce((sum, takes) => sum + takes, 0);
}

async function walk(stores: DemoStores, person: DemoPlayer, p: number, now: Date): Promise<number> {
  const ready = READY_PATHS.find(({ path }) => path.title === person.path)!;
  const playerId = demoId('a', p, 0);
  const random = seeded(p);
  const past: PastTake[] = [];
  let made = 0;
  let since: Date | null = null;
  for (let daysAgo = DAYS; daysAgo >= 1; daysAgo--) {
    const practises = random() < person.daysAWeek / 7 || daysAgo === DAYS || daysAgo === 1;
    const beside = random() < 1 / BESIDE && person.beside.length > 0;
    const [from, to] = person.pause ?? [-1, 0];
    if (!practises || (daysAgo <= from && daysAgo > to)) continue;
    for (let n = 0; n < person.takesADay; n++) {
      const startedAt = momentOf(now, daysAgo, p, made);
      since ??= startedAt;
      const next = beside ? besideOf(person, made) : nextOn(ready, past);
      const played = simulatedTake({
        ...{
          id: demoId('b', p, made),
          startedAt,
          playerId,
          planId: next.planId,
          seed: 1000 * (p + 1) + made,
        },
        plan: withTempo(readyPlanOf(next.planId)!.plan, next.tempo),
        traits: traitsOf(person, 1 - daysAgo / DAYS, next.tempo, random),
        note: NOTES[made],
      });
      const take = person.level ? { ...played, judging: { tolerance: { level: person.level } } } : played;
      await stores.takes.put(take);
      const stored = await stores.trends.practised(playerId, MOST_TAKES);
      const figures = stored.find(({ id }) => id === take.id)?.figures ?? null;
      past.unshift({
        planId: next.planId,
        tempo: firstSection(take.plan).tempo,
        day: startedAt.toLocaleDateString('sv'),
        figures,
      });
      made++;
    }
  }
  await stores.documents.put('walk', demoId('c', p, 0), {
    ...{ playerId, pathId: ready.id, since: (since ?? now).toISOString() },
    ...{ ended: false, ticked: [] },
  });
  return made;
}

/** One that comes back, and what became of it a few days ago. */
async function agendas({ documents }: DemoStores, now: Date): Promise<void> {
  const item = (
    n: number,
    kind: AgendaItem['kind'],
    minutes: number,
    title: string,
    plan?: string,
  ): AgendaItem => {
    const ready = ALL_READY_PLANS.find((one) => one.plan.title === plan);
    const tempo = ready && firstSection(ready.plan).tempo;
    return {
      ...{ key: `item-${n}`, kind, minutes, title },
      ...(ready && tempo ? { planId: ready.id, tempo: { bpm: tempo.bpm, beat: tempo.beat } } : {}),
    };
  };
  const agenda: Agenda = {
    ...{ format: 'feldspar-agenda', version: 1, title: 'Four kinds of alone', purpose: 'rotation' },
    items: [
      item(1, 'warm up', 5, 'Warm up', 'Every beat'),
      item(2, 'play', 15, 'One click a bar', 'One click a bar'),
      item(3, 'play', 12, 'Growing silence', 'Growing silence'),
      item(4, 'break', 5, 'Break'),
      item(5, 'play', 12, 'Every fifth beat', 'Every fifth beat'),
      item(6, 'play', 11, 'Off the beat and back', 'Off the beat and back'),
    ],
    recurring: {
      ...{ days: [...WEEKDAYS], at: '17:00', zone: 'Europe/Oslo', from: now.toISOString().slice(0, 10) },
      alarmMinutes: 10,
    },
  };
  const agendaId = demoId('d', 0, 0);
  await documents.put('agenda', agendaId, agenda);
  const start = new Date(now.getTime() - 3 * DAY_MS);
  const minutes = [5, 14, 6, 5, 0, 0];
  let session = sessionOf(agenda, agendaId, demoId('a', 1, 0), start);
  let at = start.getTime();
  for (const [i, lasted] of minutes.entries()) {
    const events: SessionEvent['type'][] =
      lasted > 0 ? ['begin', ...(i === 1 || i === 2 ? (['take', 'take'] as const) : [])] : [];
    for (const type of events) session = sessionAfter(session, { type } as SessionEvent, new Date(at));
    at += 60_000 * lasted;
    session = sessionAfter(session, { type: i === 4 ? 'enough' : 'next' }, new Date(at));
  }
  await documents.put('session', demoId('d', 1, 0), session);
}

interface Next {
  planId: string;
  tempo: Tempo;
}

function nextOn({ path }: ReadyPath, past: readonly PastTake[]): Next {
  const { planId, tempo } = suggest(past, null, path);
  return { planId, tempo: tempo ?? planTempo(readyPlanOf(planId)!.plan) };
}

function besideOf({ beside }: DemoPlayer, n: number): Next {
  const { id, plan } = ALL_READY_PLANS.find((ready) => ready.plan.title === beside[n % beside.length])!;
  return { planId: id, tempo: planTempo(plan) };
}

/** A good day, a bad day: progress is no ruler line. */
function traitsOf(person: DemoPlayer, along: number, tempo: Tempo, random: () => number) {
  const traits = { ...STEADY_PLAYER, ...person.plays(along, quartersPerMinute(tempo).valueOf()) };
  return {
    ...traits,
    tempoPercent: traits.tempoPercent + 0.5 * (random() - 0.5),
    clockSdMs: traits.clockSdMs * (0.85 + 0.3 * random()),
    extraChance: traits.missChance / 3,
  };
}

/** In the afternoon. */
function momentOf(now: Date, daysAgo: number, p: number, n: number): Date {
  const at = new Date(now.getTime() - daysAgo * DAY_MS);
  at.setHours(15 + ((p + n) % 5), (n * 17 + p * 7) % 60, 0, 0);
  return at;
}

/** The first numbers of neighbouring seeds are alike: spread, and the first ones dropped. */
function seeded(p: number): () => number {
  const random = chance(7919 * (p + 1));
  for (let i = 0; i < 20; i++) random();
  return random;
}
