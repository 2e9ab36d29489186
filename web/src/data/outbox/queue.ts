/**
 * The outbox as a value: requests that change something, each kept until the server has confirmed it. Those of one thing (a take,
 * a plan, a player) go one after another; one that is stuck holds up its own thing only. Pure.
 */
export interface Change {
  /** What it is about: "take …", "plan …", "player …". */
  thing: string;
  method: 'PUT' | 'PATCH' | 'DELETE' | 'POST';
  path: string;
  body?: unknown;
  /** The revision it was made on, for things that count them; 0 for something new. */
  on?: number;
  /** What it is, for people: "A note on Growing silence". */
  said: string;
  /** As whom the studio was opened when it was said; left out for the teacher. */
  as?: string;
}

export interface Waiting extends Change {
  /** Sorts by the order in which they were made. */
  key: string;
  at: string;
  state:
    | 'waiting'
    /** The server cannot take it as it is. */
    | 'refused'
    /** It was changed elsewhere meanwhile: a person chooses. */
    | 'conflict';
  /** Why it is still here, once it was tried. */
  reason?: string;
  /** What the server has instead. */
  current?: unknown;
  /** Raised by each change of the request itself; an answer to an older one does not confirm it. */
  version?: number;
}

/** What changes in the queue: requests to be kept, and keys to be dropped. */
export interface Edit {
  keep: Waiting[];
  drop: string[];
}

type Patch = Record<string, unknown> & { was?: Record<string, unknown> };

/**
 * A new change joins the queue: it goes into the last request of its thing where that says the same of it (a note typed on, a
 * plan saved twice), and takes back a deletion that was not sent.
 * @param fresh keys of requests that were made here and never sent. No other is touched any more, unless it was refused: the server may have
 * taken it, and only its answer got lost.
 */
export function joined(
  queue: readonly Waiting[],
  change: Change,
  key: string,
  at: string,
  fresh: ReadonlySet<string>,
): Edit {
  const last = queue.findLast(({ thing }) => thing === change.thing);
  const isOpen = last?.state === 'refused' || (last?.state === 'waiting' && fresh.has(last.key));
  // Each is sent as whoever said it.
  const open = isOpen && last.as === change.as ? last : null;
  if (open && change.method === 'POST' && open.method === 'DELETE') return { keep: [], drop: [open.key] };
  if (open && open.method === change.method && open.path === change.path && change.method !== 'POST') {
    const again = { ...open, said: change.said, version: (open.version ?? 0) + 1, state: 'waiting' as const };
    delete again.reason;
    if (change.method === 'PUT') return { keep: [{ ...again, body: change.body }], drop: [] };
    if (change.method === 'PATCH')
      return { keep: [{ ...again, body: merged(open.body as Patch, change.body as Patch) }], drop: [] };
    return { keep: [], drop: [] };
  }
  return { keep: [{ ...change, key, at, state: 'waiting' }], drop: [] };
}

/** The newer one on top; each field was made on what the older one was made on. */
function merged(older: Patch, newer: Patch): Patch {
  const was = { ...newer.was, ...older.was };
  return { ...older, ...newer, ...(Object.keys(was).length > 0 ? { was } : {}) };
}

/** The one to be sent next of each thing, in order; a thing whose first is stuck has none. */
export function due(queue: readonly Waiting[]): Waiting[] {
  const seen = new Set<string>();
  return queue.filter(({ thing, state }) => {
    if (seen.has(thing)) return false;
    seen.add(thing);
    return state === 'waiting';
  });
}

/**
 * The server has confirmed a request. Later ones of its thing were made on what it has now.
 * @param sent the request as it was sent. @param revision of the thing now, where the server counts them.
 */
export function confirmed(queue: readonly Waiting[], sent: Waiting, revision?: number): Edit {
  const now = queue.find(({ key }) => key === sent.key);
  const keep: Waiting[] = [];
  const drop: string[] = [];
  for (const waiting of queue) {
    if (waiting.thing !== sent.thing) continue;
    const changedMeanwhile = waiting.key === sent.key && waiting.version !== sent.version;
    if (waiting.key === sent.key && !changedMeanwhile) drop.push(waiting.key);
    else if (now) keep.push(onTopOf(waiting, sent, revision));
  }
  return { keep, drop };
}

function onTopOf(waiting: Waiting, sent: Waiting, revision?: number): Waiting {
  const next = revision === undefined || waiting.on === undefined ? waiting : { ...waiting, on: revision };
  if (waiting.method !== 'PATCH' || sent.method !== 'PATCH') return next;
  const body = next.body as Patch;
  const shared = Object.entries(sent.body as Patch).filter(([name]) => name !== 'was' && name in body);
  return { ...next, body: { ...body, was: { ...body.was, ...Object.fromEntries(shared) } } };
}
