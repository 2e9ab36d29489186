/**
 * Demo data: a small made-up studio, eight players at different stages, about three months of takes. All of it is
 * played by simulated players and labelled so. The same seed gives the same studio; only the dates follow today.
 */
import type { PlayerTraits } from '@feldspar/core/players';
import { planTempo, withTempo } from '@feldspar/core/plan';
import { READY_PLANS } from '@feldspar/core/practice';
import { type Take, simulatedTake } from '@feldspar/core/take';
import type { PlayerStore } from '../store/players.ts';
import type { TakeStore } from '../store/takes.ts';

interface DemoPlayer {
  name: string;
  instrument: string;
  /** Ready plans worked on, first to last. */
  plans: number[];
  takes: number;
  /** From the first take to the last. */
  tempoPercent: [number, number];
  clockSdMs: [number, number];
  handSdMs: number;
  correction: number;
  offsetMs: number;
  missChance: number;
}

const STUDIO: DemoPlayer[] = [
  {
    name: 'Ottilie Brandt',
    instrument: 'cello',
    plans: [0, 1, 2, 3],
    takes: 24,
    tempoPercent: [1.8, 0.4],
    clockSdMs: [15, 8],
    handSdMs: 8,
    correction: 0.4,
    offsetMs: -10,
    missChance: 0.004,
  },
  {
    name: 'Ruben Asante',
    instrument: 'marimba',
    plans: [2, 3, 4, 5],
    takes: 26,
    tempoPercent: [0.9, 0.1],
    clockSdMs: [9, 6],
    handSdMs: 4,
    correction: 0.45,
    offsetMs: -9,
    missChance: 0,
  },
  {
    name: 'Linnea Sørby',
    instrument: 'accordion',
    plans: [0, 1, 3],
    takes: 19,
    tempoPercent: [-1.8, -0.7],
    clockSdMs: [16, 11],
    handSdMs: 11,
    correction: 0.35,
    offsetMs: 14,
    missChance: 0.008,
  },
  {
    name: 'Mateo Quill',
    instrument: 'cajón',
    plans: [1, 2, 3, 4],
    takes: 22,
    tempoPercent: [1.4, 1.1],
    clockSdMs: [12, 9],
    handSdMs: 5,
    correction: 0.5,
    offsetMs: -6,
    missChance: 0.002,
  },
  {
    name: 'Hana Wells',
    instrument: 'flute',
    plans: [0, 1],
    takes: 12,
    tempoPercent: [1.7, 1.0],
    clockSdMs: [24, 17],
    handSdMs: 14,
    correction: 0.4,
    offsetMs: -12,
    missChance: 0.03,
  },
  {
    name: 'Tomasz Vale',
    instrument: 'marimba',
    plans: [0, 1, 2],
    takes: 15,
    tempoPercent: [-0.9, -0.2],
    clockSdMs: [14, 9],
    handSdMs: 7,
    correction: 0.4,
    offsetMs: -6,
    missChance: 0.01,
  },
  {
    name: 'Imke Rosal',
    instrument: 'cello',
    plans: [3, 4, 5],
    takes: 20,
    tempoPercent: [0.5, 0.0],
    clockSdMs: [8, 6],
    handSdMs: 6,
    correction: 0.45,
    offsetMs: -12,
    missChance: 0,
  },
  {
    name: 'Caspar Dunn',
    instrument: 'flute',
    plans: [0],
    takes: 7,
    tempoPercent: [1.6, 1.2],
    clockSdMs: [30, 22],
    handSdMs: 16,
    correction: 0.4,
    offsetMs: -14,
    missChance: 0.05,
  },
];

const DAYS = 90;
const NOTES: Record<number, string> = {
  3: 'Counted aloud, felt easier.',
  9: 'Tired hands, stopped after this one.',
  14: 'Breathed through the silence this time.',
};

/** @param now the day the demo is made; the last takes fall on the day before. @returns how many takes were made. */
export async function makeDemo(
  { takes, players }: { takes: TakeStore; players: PlayerStore },
  now: Date,
  onProgress: (done: number, total: number) => void,
): Promise<number> {
  const total = STUDIO.reduce((sum, player) => sum + player.takes, 0);
  let done = 0;
  for (const [p, player] of STUDIO.entries()) {
    const playerId = demoId('a', p, 0);
    await players.put(playerId, { name: player.name, instrument: player.instrument });
    for (let t = 0; t < player.takes; t++) {
      await takes.put(demoTake(player, p, t, playerId, now));
      onProgress(++done, total);
    }
  }
  return total;
}

function demoTake(player: DemoPlayer, p: number, t: number, playerId: string, now: Date): Take {
  const along = player.takes > 1 ? t / (player.takes - 1) : 1;
  const ready =
    READY_PLANS[player.plans[Math.min(player.plans.length - 1, Math.floor(along * player.plans.length))]];
  const seed = 1000 * (p + 1) + t;
  // A good day, a bad day: the same few steps round and round, so that progress is not a ruler line.
  const day = [0, 0.35, -0.2, 0.1, -0.3][(t * 3 + p) % 5];
  const traits: PlayerTraits = {
    tempoPercent: between(player.tempoPercent, along) + day,
    clockSdMs: between(player.clockSdMs, along),
    handSdMs: player.handSdMs,
    correction: player.correction,
    offsetMs: player.offsetMs * (1 - 0.4 * along),
    missChance: player.missChance,
    extraChance: player.missChance / 3,
  };
  const speed = [1, 1, 0.9, 1.1][(t + p) % 4];
  const tempo = planTempo(ready.plan);
  const plan = withTempo(ready.plan, { ...tempo, bpm: tempo.bpm.mul(speed).round() });
  const startedAt = new Date(now);
  startedAt.setDate(startedAt.getDate() - 1 - Math.round((1 - along) * (DAYS - 3 * p)));
  startedAt.setHours(15 + ((p + t) % 5), (t * 17 + p * 7) % 60, 0, 0);
  return simulatedTake({
    id: demoId('b', p, t),
    startedAt,
    plan,
    planId: ready.id,
    playerId,
    traits,
    seed,
    note: NOTES[t],
  });
}

function between([from, to]: [number, number], along: number): number {
  return from + (to - from) * along;
}

/** Fixed ids, so that making the demo again adds nothing twice. */
function demoId(kind: 'a' | 'b', player: number, take: number): string {
  const tail = `${player.toString(16).padStart(4, '0')}${take.toString(16).padStart(8, '0')}`;
  return `de300000-000${kind}-4000-8000-${tail}`;
}
