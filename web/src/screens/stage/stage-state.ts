/**
 * The stage as a small machine: idle, starting, playing, stopping, pausing. Every moment at which somebody may press a key or leave is one
 * of these, so that nothing goes on sounding that nobody can stop. Pure.
 */
import type { Session } from './session.ts';

export type StageState =
  | { name: 'idle'; nothing: boolean; error: unknown }
  /** The audio wakes up; `attempt` tells one start from the next. */
  | { name: 'starting'; attempt: number }
  | { name: 'playing'; attempt: number; session: Session }
  /** The take is being kept; the reading comes next. */
  | { name: 'stopping' }
  /** The plan begins again by itself in a moment; so many takes are kept, this is the last of them. */
  | { name: 'pausing'; takes: number; last: string };

export type StageEvent =
  | { type: 'start'; attempt: number }
  | { type: 'started'; attempt: number; session: Session }
  | { type: 'cancel' }
  | { type: 'stop' }
  | { type: 'kept'; last: string; takes: number }
  | { type: 'nothing' }
  | { type: 'failed'; error: unknown };

export const IDLE: StageState = { name: 'idle', nothing: false, error: null };

export function stageAfter(state: StageState, event: StageEvent): StageState {
  switch (event.type) {
    case 'start':
      return state.name === 'idle' || state.name === 'pausing'
        ? { name: 'starting', attempt: event.attempt }
        : state;
    case 'started':
      // A start that was given up, or a second one, changes nothing: its session was ended by its signal.
      return state.name === 'starting' && state.attempt === event.attempt
        ? { name: 'playing', attempt: event.attempt, session: event.session }
        : state;
    case 'cancel':
      return state.name === 'starting' ? IDLE : state;
    case 'stop':
      return state.name === 'playing' ? { name: 'stopping' } : state;
    case 'kept':
      return { name: 'pausing', takes: event.takes, last: event.last };
    case 'nothing':
      return { name: 'idle', nothing: true, error: null };
    case 'failed':
      return { name: 'idle', nothing: false, error: event.error };
  }
}
