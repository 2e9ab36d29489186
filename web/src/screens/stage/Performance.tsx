/** One performance of a plan on the stage: from getting ready to the take that is kept, hands free, by key or tap. */
import { takeAt } from '../../addresses/addresses.ts';
import { type Plan, type Timeline, planTempo } from '@feldspar/core/plan';
import { inTenths, tempoName } from '@feldspar/core/time';
import { useCallback, useEffect, useEffectEvent, useMemo, useReducer, useRef, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { usePlayers } from '../../data/hooks.ts';
import { useJudging } from '../../data/judging.ts';
import { currentPlayerId } from '../../device/current-player.ts';
import { InputChoice } from '../../parts/listening/InputChoice.tsx';
import { PAUSE_S, loopWanted } from '../../device/looping.ts';
import { type HandsFree, rig, useRig } from '../../device/rig-store.ts';
import { RigHint } from '../../parts/rig-hint/RigHint.tsx';
import { linesOfPlan } from '../../parts/engraving/lines-of-plan.ts';
import { playAddress } from '../../addresses/play-address.ts';
import { StageView } from './StageView.tsx';
import { SimulatedTry } from '../../parts/simulated/SimulatedTry.tsx';
import { limbsOf, swapLimbs, tapOfLimb } from '../../input/limbs.ts';
import QueueLine from '../../parts/session/QueueLine.tsx';
import { begunInQueue, keptInQueue, useStageQueue } from './useStageQueue.ts';
import { openInputs, type StageInputs } from '../../parts/listening/inputs.ts';
import { LoopSwitch } from './LoopSwitch.tsx';
import { startSession } from './session.ts';
import { troubleOf } from './trouble.ts';
import { useHandsFree } from '../../parts/hands-free/useHandsFree.ts';
import { RecordLevel } from '../../parts/record/RecordLevel.tsx';
import { useRecordSound } from '../../parts/record/useRecordSound.ts';
import { useMidi } from '../../parts/listening/useMidi.ts';
import { useOutsideDevices } from './useOutsideDevices.ts';
import { IDLE, type StageState, stageAfter } from './stage-state.ts';
import { tapOfNote } from '../../input/midi.ts';
import { pointerSource, tapOfKey, tapOfPointer } from '../../input/taps.ts';

export interface PerformanceProps {
  planId: string;
  plan: Plan;
  timeline: Timeline;
  /** Brings what reads a take; the server may be gone when the take ends. */
  prepareReading(): Promise<void>;
}

export function Performance({ planId, plan, timeline, prepareReading }: PerformanceProps) {
  const navigate = useNavigate();
  const players = usePlayers();
  const [state, tell] = useReducer(stageAfter, IDLE);
  const session = state.name === 'playing' ? state.session : null;
  /** Of the start or the session that is on; leaving the stage at any moment ends it. */
  const ending = useRef<AbortController | null>(null);
  const attempts = useRef(0);
  const takesKept = useRef(0);
  /** It was asked for while a take was on: that is kept first. */
  const wants = useRef<'next' | 'enough' | null>(null);
  const surface = useRef<HTMLDivElement>(null);
  const lines = useMemo(() => linesOfPlan(plan), [plan]);
  const { parts } = timeline;
  const [limbs, setLimbs] = useState(() => limbsOf(parts));

  const { listensTo } = useRig();
  /** Of the last start: what is listened to. */
  const [inputs, setInputs] = useState<StageInputs | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);

  const judgingFor = useJudging();
  const record = useRecordSound(plan, timeline);
  const recordRef = useRef(record.sound);
  useEffect(() => {
    recordRef.current = record.sound;
  });
  const { queue, go, goesOn, isQueued } = useStageQueue(planId, session === null);
  const [search] = useSearchParams();
  const leave = useCallback(
    () => void navigate(`/plans/${planId}?${search.toString()}`),
    [navigate, planId, search],
  );

  const start = useCallback(async () => {
    ending.current?.abort();
    const { signal } = (ending.current = new AbortController());
    const attempt = ++attempts.current;
    tell({ type: 'start', attempt });
    setTrouble(null);
    let opened: StageInputs | null = null;
    const close = () => opened?.close();
    try {
      await prepareReading();
      const recordSound = await recordRef.current();
      opened = await openInputs(rig(), plan, (now) => setTrouble(troubleOf(now)));
      signal.throwIfAborted();
      const { ear, midi } = opened;
      const started = await startSession({
        plan,
        planId,
        playerId: currentPlayerId(),
        judging: judgingFor(currentPlayerId()),
        ear,
        midi: midi?.facts,
        record: recordSound,
        signal,
        onDone(take) {
          close();
          const queued = isQueued() && keptInQueue();
          // A long take is heard once more for some seconds: who has left the stage meanwhile is elsewhere.
          if (signal.aborted) return;
          if (queued && wants.current) return goesOn(wants.current);
          if (queued && take.stoppedAtS === null) {
            if (queued === 'over') goesOn('next');
            else tell({ type: 'kept', last: take.id, takes: ++takesKept.current });
            return;
          }
          // One that was stopped by hand is to be read.
          if (loopWanted() && take.stoppedAtS === null)
            tell({ type: 'kept', last: take.id, takes: ++takesKept.current });
          else void navigate(takeAt(take.id), { replace: true });
        },
        onNothing() {
          close();
          if (wants.current && !signal.aborted) return goesOn(wants.current);
          tell({ type: 'nothing' });
        },
        onError(error) {
          close();
          tell({ type: 'failed', error });
        },
      });
      // What listens is closed by the session, which hears the whole once more even when the stage is left.
      if (!ear) signal.addEventListener('abort', close);
      setInputs(opened);
      tell({ type: 'started', attempt, session: started });
    } catch (error) {
      close();
      if (!signal.aborted) tell({ type: 'failed', error });
    }
  }, [plan, planId, navigate, prepareReading, isQueued, goesOn, judgingFor]);

  /** By a person, and not by itself. */
  const startAsked = useCallback(() => {
    if (isQueued()) begunInQueue();
    void start();
  }, [start, isQueued]);
  const goOn = useEffectEvent(startAsked);
  useEffect(() => {
    // On from the item before: hands stay on the instrument.
    if (!go || !navigator.userActivation.hasBeenActive) return;
    const timer = setTimeout(goOn);
    return () => clearTimeout(timer);
  }, [go]);

  const stop = useCallback(() => {
    tell({ type: 'stop' });
    session?.stop();
  }, [session]);
  const cancel = useCallback(() => {
    ending.current?.abort();
    tell({ type: 'cancel' });
  }, []);

  useEffect(() => () => ending.current?.abort(), []);

  const pausing = state.name === 'pausing' ? state : null;
  useEffect(() => {
    if (!pausing) return;
    const timer = setTimeout(() => void start(), 1000 * PAUSE_S);
    return () => clearTimeout(timer);
  }, [pausing, start]);
  const readLast = useCallback(
    () => pausing && void navigate(takeAt(pausing.last), { replace: true }),
    [pausing, navigate],
  );

  const inSession = (what: 'next' | 'enough') => {
    if (!isQueued()) return;
    if (!session) return goesOn(what);
    wants.current = what;
    stop();
  };
  const next = () => inSession('next');
  const act = (action: HandsFree) => {
    if (action === 'next' || action === 'enough') return inSession(action);
    const ends = action === 'start' || action === 'stop';
    if (session && ends) stop();
    else if (pausing && ends) readLast();
    else if (session || action === 'stop') return;
    else if (action === 'slower') {
      const slower = inTenths(planTempo(plan), 9);
      if (state.name === 'idle' && slower.bpm.gte(1))
        void navigate(playAddress(planId, slower), { replace: true });
    } else if (pausing) startAsked();
    else if (state.name === 'idle') {
      // Browsers let a page sound only once somebody has touched it; a pedal is no touch to them.
      if (navigator.userActivation.hasBeenActive) startAsked();
      else tell({ type: 'failed', error: new Error(UNTOUCHED) });
    }
  };
  useMidi({
    chosen: listensTo === 'midi',
    sources: inputs?.midi?.sources ?? null,
    isPlaying: session !== null,
    onEvent(event) {
      if (event.type === 'on') session?.tap(tapOfLimb(tapOfNote(event, rig().midi.notes), limbs, parts));
      else if (event.type === 'off') session?.release(event.source, event.stampMs);
    },
    onPedal: act,
  });
  const clap = state.name === 'idle' || pausing ? 'again' : null;
  useHandsFree(act, listensTo === 'simulated microphone' ? null : clap);

  useOutsideDevices(session, inputs, plan);

  const onNextKey = useEffectEvent(next);

  // One listener for the whole stage: a tap's stamp is the event's, whenever this runs.
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') {
        event.preventDefault();
        if (session) stop();
        else if (state.name === 'starting') cancel();
        else if (pausing) readLast();
        else if (state.name === 'idle') leave();
        return;
      }
      const tap = listensTo === 'keys' ? tapOfKey(event) : null;
      if (event.key === 'n' && isQueued() && !event.repeat) {
        event.preventDefault();
        onNextKey();
      } else if (session && tap) {
        event.preventDefault();
        session.tap(tapOfLimb(tap, limbs));
      } else if (state.name === 'idle' && event.key === 'Enter' && !event.repeat && !isButton(event.target)) {
        event.preventDefault();
        startAsked();
      }
    };
    const onKeyUp = ({ code, timeStamp }: KeyboardEvent) => session?.release(code, timeStamp);
    window.addEventListener('keydown', onKey);
    window.addEventListener('keyup', onKeyUp);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('keyup', onKeyUp);
    };
  }, [session, state.name, pausing, readLast, startAsked, stop, cancel, leave, limbs, listensTo, isQueued]);

  useEffect(() => {
    const element = surface.current;
    if (!element || !session || listensTo !== 'keys') return;
    const onPointer = (event: PointerEvent) => {
      if (isButton(event.target)) return;
      event.preventDefault();
      session.tap(tapOfLimb(tapOfPointer(event, element.getBoundingClientRect()), limbs));
    };
    const onRelease = (event: PointerEvent) => session.release(pointerSource(event), event.timeStamp);
    element.addEventListener('pointerdown', onPointer);
    window.addEventListener('pointerup', onRelease);
    return () => {
      element.removeEventListener('pointerdown', onPointer);
      window.removeEventListener('pointerup', onRelease);
    };
  }, [session, limbs, listensTo]);

  const player = players.data?.items.find(({ id }) => id === currentPlayerId());
  const who = player ? [player.name, player.instrument].filter(Boolean).join(', ') : '';
  return (
    <StageView
      surfaceRef={surface}
      title={plan.title}
      subtitle={[tempoName(planTempo(plan)), who].filter(Boolean).join(' · ')}
      timeline={timeline}
      lines={lines}
      session={session}
      limbs={limbs}
      listensTo={listensTo}
      trouble={session ? trouble : null}
      onSwap={() => setLimbs(swapLimbs(parts))}
      busy={BUSY[state.name] ?? record.busy}
      queue={queue && <QueueLine queue={queue} onGo={goesOn} />}
      pausing={pausing && { takes: pausing.takes, onRead: readLast }}
      nothing={state.name === 'idle' && state.nothing}
      onStart={startAsked}
      onStop={stop}
      onLeave={leave}
      aside={
        <>
          <InputChoice />
          <LoopSwitch />
          {timeline.record && <RecordLevel byEar={listensTo === 'microphone'} />}
          <RigHint />
          <SimulatedTry plan={plan} planId={planId} />
        </>
      }
      error={state.name === 'idle' ? (state.error ?? record.error) : null}
    />
  );
}

const BUSY: Partial<Record<StageState['name'], string>> = {
  starting: 'Starting …',
  stopping: 'One moment …',
};

const UNTOUCHED =
  'The browser lets a page sound only after a key or a click on it. Press Start once; from then on the pedal does it.';

function isButton(target: EventTarget | null): boolean {
  return target instanceof Element && target.closest('button, a') !== null;
}
