/** The outbox as a screen sees it, and the one loop that sends what waits. */
import { useEffect, useState } from 'react';
import { useSWRConfig } from 'swr';
import { isTakeList } from '../api/hooks.ts';
import { type OutboxEntry, adoptAbandoned, entries, flush, onOutboxChange } from './outbox.ts';

const RETRY_MS = 4000;

/** All entries that are not being played, kept current. */
export function useOutbox(): OutboxEntry[] {
  const [list, setList] = useState<OutboxEntry[]>([]);
  useEffect(() => {
    let current = true;
    const read = () =>
      void entries().then((all) => {
        if (current) setList(all.filter((entry) => entry.state !== 'playing'));
      });
    read();
    const leave = onOutboxChange(read);
    return () => {
      current = false;
      leave();
    };
  }, []);
  return list;
}

/** Mounted once, in the shell: adopts abandoned takes, then sends whatever waits, again and again until it is gone. */
export function useOutboxSender(): void {
  const { mutate } = useSWRConfig();
  useEffect(() => {
    let stopped = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let sending = false;
    const send = async () => {
      if (sending || stopped) return;
      sending = true;
      clearTimeout(timer);
      try {
        const { sent, waiting } = await flush();
        if (sent.length > 0) await mutate(isTakeList);
        if (waiting > 0 && !stopped) timer = setTimeout(() => void send(), RETRY_MS);
      } finally {
        sending = false;
      }
    };
    void adoptAbandoned();
    void send();
    const sendNow = () => void send();
    const leave = onOutboxChange(sendNow);
    window.addEventListener('online', sendNow);
    return () => {
      stopped = true;
      clearTimeout(timer);
      leave();
      window.removeEventListener('online', sendNow);
    };
  }, [mutate]);
}
