/** What the teacher of the demo gave, wrote after lessons, and played with the class: work in every state, notes, two circles. */
import { type Circle, type Turn, nextChallenge } from '@feldspar/core/circle';
import type { Assignment, Lesson } from '@feldspar/core/people';
import { weigh } from '@feldspar/core/paths';
import { chance } from '@feldspar/core/players';
import { ALL_READY_PLANS } from '@feldspar/core/practice';
import { demoId } from './demo-id.ts';
import type { DocumentStore } from '../store/documents.ts';
import type { TrendStore } from '../store/trends.ts';
import { PEOPLE } from './people.ts';

const DAY_MS = 86_400_000;

interface Stores {
  documents: DocumentStore;
  trends: TrendStore;
}

export async function studioOf(stores: Stores, now: Date): Promise<void> {
  const dayAgo = (days: number) => new Date(now.getTime() - days * DAY_MS).toLocaleDateString('sv');
  await givenWork(stores, dayAgo);
  await lessons(stores, dayAgo);
  await circles(stores, now);
}

const playerOf = (name: string) =>
  demoId(
    'a',
    PEOPLE.findIndex((person) => person.name === name),
    0,
  );

async function givenWork({ documents, trends }: Stores, dayAgo: (days: number) => string): Promise<void> {
  const planOf = (title: string) => ALL_READY_PLANS.find(({ plan }) => plan.title === title)!;
  const of = (title: string): Assignment['work'] => ({ kind: 'plan', planId: planOf(title).id, title });
  const at = (bpm: number) => ({ tempo: { bpm, beat: '1/4' } });
  /** What somebody plays most: work of which something is done. */
  const usual = async (name: string): Promise<{ work: Assignment['work']; tempo: Assignment['tempo'] }> => {
    const [take] = (await trends.practised(playerOf(name), 1)).filter(({ planId }) => planId !== null);
    if (!take?.planId) throw new Error(`${name} has played no plan of the studio`);
    return { work: { kind: 'plan', planId: take.planId, title: take.title }, tempo: take.tempo };
  };
  /** Something that holds already. */
  const heldBy = async (name: string) => {
    const takes = (await trends.practised(playerOf(name), 200)).filter(
      ({ planId, figures }) => planId !== null && figures,
    );
    const found = takes.find(({ planId, tempo }) => {
      const same = takes.filter((take) => take.planId === planId && take.tempo.bpm === tempo.bpm);
      const evidence = same.map(({ startedAt, figures }) => ({
        day: startedAt.slice(0, 10),
        trials: figures!.trials,
      }));
      return weigh(evidence).outcome === 'holds';
    });
    if (!found) return null;
    return { work: { kind: 'plan' as const, planId: found.planId!, title: found.title }, tempo: found.tempo };
  };
  const held = await heldBy('Ottilie Brandt');
  const [ottilie, ruben, hana] = [
    await usual('Ottilie Brandt'),
    await usual('Ruben Asante'),
    await usual('Hana Wells'),
  ];
  const to = (...names: string[]) => ({ players: names.map(playerOf), groups: [] as string[] });
  const given: Omit<Assignment, 'format' | 'version'>[] = [
    // Late, and not begun.
    {
      ...{ to: to('Tomasz Vale'), work: of('Every second, every fourth bar'), ...at(92), times: 3 },
      ...{ since: dayAgo(9), by: dayAgo(2), why: 'Back into it, slowly: one good bar before the next.' },
    },
    // Begun, due in two days.
    {
      ...{ to: to('Hana Wells'), ...hana, times: 6, since: dayAgo(6), by: dayAgo(-2) },
      why: 'The same tempo every day, and count through the silence.',
    },
    // Done; whether it holds is told by the takes.
    { ...{ to: to('Ottilie Brandt'), ...ottilie, times: 2, since: dayAgo(20), why: '' } },
    ...(held
      ? [
          {
            ...{
              to: to('Ottilie Brandt'),
              ...held,
              times: 2,
              since: dayAgo(89),
              why: 'Now without looking.',
            },
          },
        ]
      : []),
    {
      ...{
        to: to('Ruben Asante'),
        ...ruben,
        times: 2,
        since: dayAgo(12),
        why: 'Listen to the ring of the bar.',
      },
    },
    // Each week anew, for a class.
    {
      ...{ to: { players: [], groups: ['Thursday circle'] }, work: of('The slow click moves'), times: 1 },
      ...{ every: 'week', since: dayAgo(30), why: 'For the circle: find beat three before you come.' },
    },
    // Not begun.
    {
      ...{ to: to('Caspar Dunn', 'Linnea Sørby'), work: of('Half, double, and back'), ...at(80), times: 4 },
      ...{ since: dayAgo(1), by: dayAgo(-6), why: 'The quarter never moves, whatever the bar feels like.' },
    },
    // An agenda of an hour.
    {
      ...{
        to: to('Imke Rosal'),
        times: 2,
        every: 'week',
        since: dayAgo(14),
        why: 'One hour, four kinds of alone.',
      },
      work: { kind: 'agenda', agendaId: demoId('d', 0, 0), title: 'Four kinds of alone' },
    },
  ];
  for (const [n, document] of given.entries())
    await documents.put('assignment', demoId('1', n, 0), {
      ...{ format: 'feldspar-assignment', version: 1 },
      ...document,
    });
}

async function lessons({ documents, trends }: Stores, dayAgo: (days: number) => string): Promise<void> {
  const notes: [name: string, days: number, note: string][] = [
    [
      'Hana Wells',
      14,
      'Breath before the silence, not in it. The return is late whenever she waits for the click.',
    ],
    [
      'Hana Wells',
      7,
      'Sixteen takes, the same place each time. Next week: two bars only, and an eighth-note click for checking.',
    ],
    ['Ottilie Brandt', 7, 'Open strings on 2 and 4, the downbeat is hers now. Faster from here.'],
    ['Mateo Quill', 7, 'Hurries where it is slow. Begin at 100 and come down by four.'],
    ['Tomasz Vale', 16, 'After the pause: shorter, and every day.'],
    ['Caspar Dunn', 7, 'Counts aloud without stopping. Rests are still short.'],
  ];
  for (const [n, [name, days, text]] of notes.entries()) {
    const playerId = playerOf(name);
    const take = (await trends.practised(playerId, 1)).at(0);
    const lesson: Lesson = {
      ...{ format: 'feldspar-lesson', version: 1, playerId, date: dayAgo(days) },
      note: take && n % 2 === 1 ? `${text}\nBest of the week: /takes/${take.id}` : text,
    };
    await documents.put('lesson', demoId('2', n, 0), lesson);
  }
}

/** Two rounds each; in the second circle somebody does not find it, and the next challenge is a step easier. */
async function circles({ documents }: Stores, now: Date): Promise<void> {
  const names = PEOPLE.filter(({ profile }) => profile.groups?.includes('Thursday circle')).map(
    ({ name }) => name,
  );
  for (const [n, daysAgo] of [16, 9].entries()) {
    const random = chance(7919 * (n + 3));
    for (let i = 0; i < 20; i++) random();
    const startedAt = new Date(now.getTime() - daysAgo * DAY_MS);
    startedAt.setHours(18, 0, 0, 0);
    const turns: Turn[] = [];
    for (let i = 0; i < 2 * names.length; i++) {
      const next = nextChallenge(n === 0 ? 'easy' : 'middle', 20, turns, random())!;
      const result = n === 1 && i === 5 ? 'not found' : 'found';
      const clicks = 2 + Math.floor(3 * random());
      turns.push({
        ...{ seat: i % names.length, ...next, result, by: 'sound' },
        ...{
          clicks,
          beats: clicks * next.challenge.beats,
          heldBeats: result === 'found' ? 2 * next.challenge.beats : 0,
          spreadMs: result === 'found' ? Math.round(14 + 20 * random()) : null,
        },
      });
    }
    const circle: Circle = {
      ...{ format: 'feldspar-circle', version: 1, title: 'Thursday circle', clickBpm: 20, plays: 'claps' },
      ...{ difficulty: n === 0 ? 'easy' : 'middle', startedAt: startedAt.toISOString() },
      endedAt: new Date(startedAt.getTime() + 900_000).toISOString(),
      seats: names.map((name) => ({ name, playerId: playerOf(name) })),
      turns,
    };
    await documents.put('circle', demoId('3', n, 0), circle);
  }
}
