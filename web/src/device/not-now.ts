/** What was answered "not now", in this browser: it is not proposed again before tomorrow. */
import { useKept } from './useKept.ts';

const KEY = 'feldspar not now';
const MOST = 50;
const load = () => import('./bench-schemas.ts').then(({ notNowSchema }) => notNowSchema(MOST));

interface NotNow {
  /** Before this nothing is to be proposed: it may have been put off. */
  known: boolean;
  isPutOff(what: string): boolean;
  putOff(what: string, notNow: boolean): void;
}

/** @param today as "2026-11-28". */
export function useNotNow(today: string): NotNow {
  const [kept, keep] = useKept(KEY, load);
  return {
    known: kept !== undefined,
    isPutOff: (what) => kept?.some((one) => one.day === today && one.what === what) ?? false,
    putOff: (what, notNow) => {
      const others = (kept ?? []).filter((one) => one.day === today && one.what !== what);
      keep((notNow ? [...others, { what, day: today }] : others).slice(-MOST));
    },
  };
}
