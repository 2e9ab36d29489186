/** The outbox as screens see it, and the one loop that sends what waits. */
import { useEffect, useSyncExternalStore } from 'react';
import { useSWRConfig } from 'swr';
import type { Take } from '@feldspar/core/take';
import { onLateDatabase } from '../../device/database.ts';
import { isRecordingList, isTakeList, isToldByTakes, isToldOfPeople } from '../wire/keys.ts';
import type {
  DocumentKind,
  Page,
  PlanItem,
  Player,
  RecordingItem,
  StoredRecording,
  TakeItem,
} from '@feldspar/core/wire';
import { flush, isUnkept, keepSending, load, onConfirmed, onOutboxChange, waitingChanges } from './outbox.ts';
import {
  DOCUMENTS_OVER,
  keptOver,
  overTake,
  plansOver,
  playersOver,
  recordingsOver,
  takesOver,
  waitingPlan,
} from './overlay.ts';
import { adoptAbandoned } from './playing.ts';
import type { Waiting } from './queue.ts';

export function useOutbox(): readonly Waiting[] {
  return useSyncExternalStore(onOutboxChange, waitingChanges);
}

export function useUnkept(): boolean {
  return useSyncExternalStore(onOutboxChange, isUnkept);
}

/** Mounted once: adopts abandoned takes, then sends whatever waits, again and again until it is gone. */
export function useOutboxSender(): void {
  const { mutate } = useSWRConfig();
  useEffect(() => {
    void load().then(() => adoptAbandoned());
    // It is shown as sent at once, and then read anew: the thing itself, and the lists it stands in.
    const leave = onConfirmed((sent) => {
      const [kind] = sent.thing.split(' ');
      const thingPath = sent.path.replace(/\/restore$/, '');
      if (kind === 'take') {
        if (sent.method === 'PUT') void mutate(thingPath, sent.body, { revalidate: false });
        if (sent.method === 'PATCH')
          void mutate<Take>(thingPath, (take) => take && overTake([sent], take), {
            // An answer that is on its way is let go by this: where it would be the first, it is asked for again.
            revalidate: (take: Take | undefined) => take === undefined,
          });
        void mutate<Page<TakeItem>>(isTakeList, (page) => page && takesOver([sent], page));
        void mutate(isToldByTakes);
      } else if (kind in DOCUMENTS_OVER) {
        const over = keptOver(kind as DocumentKind);
        void mutate<Page<{ id: string; document: unknown }>>(
          `/${kind}s`,
          (page) => page && over([sent], page),
        );
      } else {
        if (kind === 'recording' && sent.method === 'PUT')
          void mutate<StoredRecording>(thingPath, (was) => ({
            hash: null,
            received: 0,
            ...was,
            document: sent.body as StoredRecording['document'],
          }));
        else if (kind === 'plan' && sent.method === 'PUT')
          void mutate(thingPath, waitingPlan([sent], sent.thing.slice(5)));
        else void mutate(thingPath);
        if (kind === 'plan') void mutate<Page<PlanItem>>('/plans', (page) => page && plansOver([sent], page));
        else if (kind === 'recording')
          void mutate<Page<RecordingItem>>(isRecordingList, (page) => page && recordingsOver([sent], page));
        else void mutate<Page<Player>>('/players', (page) => page && playersOver([sent], page));
      }
      void mutate('/bin');
      void mutate(isToldOfPeople);
    });
    const stop = keepSending();
    // Back by the browser's own button this page goes on where it was left, and nothing of it begins anew.
    const onShow = ({ persisted }: PageTransitionEvent) => persisted && void adoptAbandoned();
    window.addEventListener('pageshow', onShow);
    // What an earlier page left could not be read when this one began.
    const stopAwaiting = onLateDatabase(() => {
      void adoptAbandoned();
      void flush();
    });
    return () => {
      stopAwaiting();
      window.removeEventListener('pageshow', onShow);
      leave();
      stop();
    };
  }, [mutate]);
}
