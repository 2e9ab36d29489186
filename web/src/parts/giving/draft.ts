/** Work as it is being put together in a dialog; the schema says whether it can be given. Pure. */
import type { Assignment } from '@feldspar/core/people';
import type { SaidTempo } from '@feldspar/core/plan';

export type WorkKind = Assignment['work']['kind'];

/** Something that can be given. */
export interface WorkChoice {
  key: string;
  title: string;
  planId: string | null;
  path: { id: string; step: string } | null;
  tempo: SaidTempo | null;
}

export interface Draft {
  /** Ids of players, and "class …". */
  to: string[];
  kind: WorkKind;
  /** Key of what was chosen; empty while nothing is. */
  what: string;
  atTempo: boolean;
  tempo: SaidTempo | null;
  times: number;
  every: 'once' | 'day' | 'week';
  since: string;
  /** Empty for no last day. */
  by: string;
  why: string;
}

const CLASS = 'class ';

export function draftOf(given: Assignment | null, to: readonly string[], today: string): Draft {
  if (!given)
    return {
      ...{ to: [...to], kind: 'plan', what: '', atTempo: true, tempo: null },
      ...{ times: 4, every: 'once', since: today, by: '', why: '' },
    };
  const { work } = given;
  return {
    to: [...given.to.groups.map((group) => CLASS + group), ...given.to.players],
    kind: work.kind,
    what:
      work.kind === 'plan'
        ? work.planId
        : work.kind === 'agenda'
          ? work.agendaId
          : `${work.pathId} ${work.step}`,
    atTempo: given.tempo !== undefined,
    tempo: given.tempo ?? null,
    times: given.times,
    every: given.every ?? 'once',
    since: given.since,
    by: given.by ?? '',
    why: given.why,
  };
}

/** As it would be given; what was not chosen is left out, which its schema says. */
export function assignmentOf(draft: Draft, choices: readonly WorkChoice[]): unknown {
  const chosen = choices.find(({ key }) => key === draft.what);
  const title = chosen?.title.slice(0, 160);
  const work = !chosen
    ? { kind: draft.kind }
    : chosen.path
      ? { kind: 'step', pathId: chosen.path.id, step: chosen.path.step, planId: chosen.planId, title }
      : chosen.planId
        ? { kind: 'plan', planId: chosen.planId, title }
        : { kind: 'agenda', agendaId: chosen.key, title };
  return {
    ...{ format: 'feldspar-assignment', version: 1, work },
    to: {
      players: draft.to.filter((one) => !one.startsWith(CLASS)),
      groups: draft.to.filter((one) => one.startsWith(CLASS)).map((one) => one.slice(CLASS.length)),
    },
    ...{ times: draft.times, since: draft.since, why: draft.why },
    ...(draft.kind !== 'agenda' && draft.atTempo && draft.tempo
      ? { tempo: { bpm: draft.tempo.bpm, beat: draft.tempo.beat } }
      : {}),
    ...(draft.by ? { by: draft.by } : {}),
    ...(draft.every === 'once' ? {} : { every: draft.every }),
  };
}
