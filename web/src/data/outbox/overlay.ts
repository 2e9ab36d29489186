/** What the server has, with what waits to be sent laid over it: a screen shows what was said, not what has arrived. Pure. */
import type { Circle } from '@feldspar/core/circle';
import type { Assignment, Lesson } from '@feldspar/core/people';
import type { Plan } from '@feldspar/core/plan';
import type { Path, Walk } from '@feldspar/core/paths';
import type { Agenda, Session } from '@feldspar/core/planner';
import type { Take } from '@feldspar/core/take';
import { type Recording, marksOf } from '@feldspar/core/recordings';
import type {
  DocumentKind,
  Page,
  PlanItem,
  Player,
  RecordingItem,
  StoredPlan,
  TakeItem,
} from '@feldspar/core/wire';
import type { Waiting } from './queue.ts';

type Queue = readonly Waiting[];
type Said = Partial<Pick<Take, 'note' | 'trueTempo' | 'judging'>>;

const of = (queue: Queue, thing: string) => queue.filter((waiting) => waiting.thing === thing);
/** Deleted here, and not brought back since. */
const isGone = (requests: Queue) =>
  requests.findLast(({ method, path }) => method === 'DELETE' || path.endsWith('/restore'))?.method ===
  'DELETE';

/** What was said about a take and has not arrived. */
function saidOf(requests: Queue): Said {
  const said = requests
    .filter(({ method }) => method === 'PATCH')
    .map(({ body }) => ({ ...(body as object), was: undefined }));
  const all = Object.assign({}, ...said) as Said & { was?: unknown };
  delete all.was;
  return all;
}

/** A take that waits to be sent, as it was played. */
export function waitingTake(queue: Queue, id: string): Take | undefined {
  return of(queue, `take ${id}`).find(({ method }) => method === 'PUT')?.body as Take | undefined;
}

export function overTake(queue: Queue, take: Take): Take {
  return { ...take, ...saidOf(of(queue, `take ${take.id}`)) };
}

/** A list of takes: without those that are being deleted, and with what was said. */
export function overTakes(queue: Queue, takes: readonly TakeItem[]): TakeItem[] {
  return takes.flatMap((take) => {
    const requests = of(queue, `take ${take.id}`);
    if (isGone(requests)) return [];
    const { note, trueTempo } = saidOf(requests);
    return [
      { ...take, ...(note === undefined ? {} : { note }), ...(trueTempo === undefined ? {} : { trueTempo }) },
    ];
  });
}

/** A plan as it was last saved here; undefined where nothing waits. */
export function waitingPlan(queue: Queue, id: string): StoredPlan | undefined {
  const put = of(queue, `plan ${id}`).findLast(({ method }) => method === 'PUT');
  if (!put) return undefined;
  const document = put.body as Plan;
  return { id, title: document.title, trains: '', ready: false, document, revision: put.on ?? 0 };
}

/** A list of plans: the ready ones, those saved here, the others; without those that are being deleted. */
export function overPlans(queue: Queue, plans: readonly PlanItem[]): PlanItem[] {
  const waiting = new Map<string, PlanItem>();
  for (const { thing, method } of queue) {
    const id = thing.slice('plan '.length);
    const plan = thing.startsWith('plan ') && method === 'PUT' ? waitingPlan(queue, id) : undefined;
    if (plan) waiting.set(id, itemOf(plan));
  }
  const known = new Set(plans.map(({ id }) => id));
  const fresh = [...waiting.values()].filter(({ id }) => !known.has(id)).reverse();
  const ready = plans.filter((plan) => plan.ready);
  const own = plans.filter((plan) => !plan.ready).map((plan) => waiting.get(plan.id) ?? plan);
  return [...ready, ...fresh, ...own].filter(({ id }) => !isGone(of(queue, `plan ${id}`)));
}

function itemOf({ document, ...plan }: StoredPlan): PlanItem {
  return {
    ...plan,
    tempo: document.sections[0].tempo,
    sheet: document.sheet !== undefined,
    unreadable: null,
  };
}

export function overPlayers(queue: Queue, players: readonly Player[]): Player[] {
  const all = new Map(players.map((player) => [player.id, player]));
  for (const { thing, method, body } of queue) {
    if (!thing.startsWith('player ') || method !== 'PUT') continue;
    const id = thing.slice('player '.length);
    const { profile = {} } = all.get(id) ?? {};
    all.set(id, { instrument: '', profile, ...(body as object), id } as Player);
  }
  return [...all.values()]
    .filter(({ id }) => !isGone(of(queue, `player ${id}`)))
    .sort((a, b) => a.name.localeCompare(b.name));
}

/** A recording as it was last saved here; undefined where nothing waits. */
export function waitingRecording(queue: Queue, id: string): Recording | undefined {
  return of(queue, `recording ${id}`).findLast(({ method }) => method === 'PUT')?.body as
    Recording | undefined;
}

/** A list of recordings: those saved here first, with what was said of the others; without those that are being deleted. */
export function overRecordings(queue: Queue, recordings: readonly RecordingItem[]): RecordingItem[] {
  const known = new Map(recordings.map((recording) => [recording.id, recording]));
  const waiting = queue
    .filter(({ thing, method }) => thing.startsWith('recording ') && method === 'PUT')
    .map(({ body }) => itemOfRecording(body as Recording, known.get((body as Recording).id)));
  const changed = new Map(waiting.map((item) => [item.id, item]));
  return [
    ...[...changed.values()].filter(({ id }) => !known.has(id)).reverse(),
    ...recordings.map((recording) => changed.get(recording.id) ?? recording),
  ].filter(({ id }) => !isGone(of(queue, `recording ${id}`)));
}

function itemOfRecording(recording: Recording, known: RecordingItem | undefined): RecordingItem {
  const { id, playerId, name, recordedAt, sound, played, heard, edits } = recording;
  return {
    ...{ id, playerId, name, recordedAt },
    durationS: sound.durationS,
    bytes: sound.bytes,
    played: played.to === 'plan' ? played.plan.title : '',
    strokes: marksOf(heard, edits).length,
    received: known?.received ?? 0,
    hash: known?.hash ?? null,
  };
}

/** Documents that are kept whole: those saved here first, the others as they are; without those that are being deleted. */
export function overDocuments<Document>(
  queue: Queue,
  kind: DocumentKind,
  items: readonly Kept<Document>[],
): Kept<Document>[] {
  const head = `${kind} `;
  const waiting = new Map(
    queue
      .filter(({ thing, method }) => thing.startsWith(head) && method === 'PUT')
      .map(({ thing, body }) => [thing.slice(head.length), body as Document]),
  );
  const known = new Set(items.map(({ id }) => id));
  const fresh = [...waiting].filter(([id]) => !known.has(id)).reverse();
  return [
    ...fresh.map(([id, document]) => ({ id, document })),
    ...items.map((item) => ({ ...item, document: waiting.get(item.id) ?? item.document })),
  ].filter(({ id }) => !isGone(of(queue, head + id)));
}
interface Kept<Document> {
  id: string;
  document: Document;
}

/** The same for a page of a list. */
const pageOver =
  <Item>(over: (queue: Queue, items: readonly Item[]) => Item[]) =>
  (queue: Queue, page: Page<Item>): Page<Item> => ({ ...page, items: over(queue, page.items) });
export const takesOver = pageOver(overTakes);
export const plansOver = pageOver(overPlans);
export const playersOver = pageOver(overPlayers);
export const recordingsOver = pageOver(overRecordings);
const documentsOver = <Document>(kind: DocumentKind) =>
  pageOver<Kept<Document>>((queue, items) => overDocuments(queue, kind, items));
/** Whatever they are. */
export const keptOver = (kind: DocumentKind) => documentsOver<unknown>(kind);
export const DOCUMENTS_OVER = {
  path: documentsOver<Path>('path'),
  walk: documentsOver<Walk>('walk'),
  agenda: documentsOver<Agenda>('agenda'),
  session: documentsOver<Session>('session'),
  assignment: documentsOver<Assignment>('assignment'),
  lesson: documentsOver<Lesson>('lesson'),
  circle: documentsOver<Circle>('circle'),
} as const;
