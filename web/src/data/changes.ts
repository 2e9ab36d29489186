/** Saving, deleting and bringing back, through the outbox. */
import type { Circle } from '@feldspar/core/circle';
import type { Assignment, Lesson } from '@feldspar/core/people';
import type { Path, Walk } from '@feldspar/core/paths';
import type { Agenda, Session } from '@feldspar/core/planner';
import type { Plan } from '@feldspar/core/plan';
import type { Recording } from '@feldspar/core/recordings';
import type { PlayerSaid } from '@feldspar/core/wire';
import { changeOf } from './outbox/change-of.ts';
import { type Outcome, ask, askNow } from './outbox/outbox.ts';

/** @param on the revision it was changed from; 0 for a plan that is new. */
export function savePlan(id: string, plan: Plan, on: number): Promise<Outcome> {
  return askNow({ ...changeOf('PUT /plans/:id', id, `The plan ${plan.title}`, plan), on });
}

/** @returns its id. */
export async function saveNewPlan(plan: Plan): Promise<string> {
  const id = crypto.randomUUID();
  await savePlan(id, plan, 0);
  return id;
}

/** What is known of a recording; kept here at once, sent a breath later. */
export function saveRecording(recording: Recording): Promise<void> {
  return ask(changeOf('PUT /recordings/:id', recording.id, `The recording ${recording.name}`, recording));
}

/** Documents that are kept whole; kept here at once, sent a breath later. */
export const savePath = (id: string, path: Path): Promise<void> =>
  ask(changeOf('PUT /paths/:id', id, `The path ${path.title}`, path));
export const saveWalk = (id: string, walk: Walk): Promise<void> =>
  ask(changeOf('PUT /walks/:id', id, 'Which path is walked', walk));
export const saveAgenda = (id: string, agenda: Agenda): Promise<void> =>
  ask(changeOf('PUT /agendas/:id', id, `The agenda ${agenda.title}`, agenda));
export const saveSession = (id: string, session: Session): Promise<void> =>
  ask(changeOf('PUT /sessions/:id', id, `The session ${session.title}`, session));

export const saveAssignment = (id: string, assignment: Assignment): Promise<void> =>
  ask(changeOf('PUT /assignments/:id', id, `The work ${assignment.work.title}`, assignment));
export const saveLesson = (id: string, lesson: Lesson): Promise<void> =>
  ask(changeOf('PUT /lessons/:id', id, `The lesson of ${lesson.date}`, lesson));
export const saveCircle = (id: string, circle: Circle): Promise<void> =>
  ask(changeOf('PUT /circles/:id', id, `The circle ${circle.title}`, circle));

/** What can be deleted, and lies in the bin then. */
export type Kind =
  'plan' | 'take' | 'player' | 'recording' | 'path' | 'agenda' | 'assignment' | 'lesson' | 'circle';

/** Somebody new, or another name. */
export function savePlayer(id: string, player: PlayerSaid): Promise<Outcome> {
  return askNow(changeOf('PUT /players/:id', id, `The player ${player.name}`, player));
}

export function deleteThing(kind: Kind, id: string, title: string): Promise<Outcome> {
  return askNow(changeOf(`DELETE /${kind}s/:id`, id, `Deleting ${title}`));
}

export function restoreThing(kind: Kind, id: string, title: string): Promise<Outcome> {
  return askNow(changeOf(`POST /${kind}s/:id/restore`, id, `Bringing back ${title}`));
}

/** Two are the same person: the takes of one are those of the other from now on. */
export function mergePlayer(id: string, name: string, into: string): Promise<Outcome> {
  return askNow(changeOf('POST /players/:id/merge', id, `${name}, who are the same person`, { into }));
}
