/** Deeds without a hand on the screen: keys of a pedal that is a keyboard to the browser, media keys, and a loud double clap. */
import { useEffect, useEffectEvent } from 'react';
import { type HandsFree, rig, useRig } from '../../device/rig-store.ts';
import { useDoubleClap } from './useDoubleClap.ts';

const MEDIA_KEYS: Readonly<Record<string, HandsFree>> = {
  MediaPlayPause: 'start',
  MediaPlay: 'start',
  MediaPause: 'start',
  MediaStop: 'stop',
  MediaTrackNext: 'next',
  MediaTrackPrevious: 'again',
};
/** Where the system keeps media keys for itself and tells the page of what they mean. */
const MEDIA_DEEDS: readonly [MediaSessionAction, HandsFree][] = [
  ['play', 'start'],
  ['pause', 'start'],
  ['stop', 'stop'],
  ['nexttrack', 'next'],
  ['previoustrack', 'again'],
];

/** @param clap what a loud double clap does here; null while it is not listened for. */
export function useHandsFree(onAction: (action: HandsFree) => void, clap: HandsFree | null): void {
  const act = useEffectEvent(onAction);
  const { handsFree } = useRig();
  useDoubleClap(handsFree.doubleClap && clap !== null, () => clap && onAction(clap));

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const action = MEDIA_KEYS[event.key] ?? rig().handsFree.keys[event.code];
      if (!action) return;
      event.preventDefault();
      act(action);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);

  useEffect(() => {
    const { mediaSession } = navigator;
    // Jsdom has none, and a browser may not know them all.
    const set = (deed: MediaSessionAction, handler: (() => void) | null) => {
      try {
        mediaSession?.setActionHandler(deed, handler);
      } catch {
        // A key that this browser does not know is none.
      }
    };
    for (const [deed, action] of MEDIA_DEEDS) set(deed, () => act(action));
    return () => MEDIA_DEEDS.forEach(([deed]) => set(deed, null));
  }, []);
}

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('input, textarea, [role="combobox"]') !== null;
