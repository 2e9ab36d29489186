/** Listens for a loud double clap with the microphone of the rig, while nothing else listens. */
import { useEffect, useEffectEvent } from 'react';
import { rig } from '../../device/rig-store.ts';

export function useDoubleClap(enabled: boolean, onClap: () => void): void {
  const clapped = useEffectEvent(onClap);
  useEffect(() => {
    if (!enabled) return;
    let close = () => undefined as void;
    let over = false;
    const begin = async () => {
      await untilTouched();
      if (over) return;
      // Brought only where somebody wants it.
      const [{ listenTo }, { microphoneSource }] = await Promise.all([
        import('../listening/listening.ts'),
        import('../listening/sound-source.ts'),
      ]);
      const source = await microphoneSource(rig().microphone.id);
      const context = new AudioContext();
      const listening = listenTo(source, {
        kind: 'struck',
        plan: null,
        clap: 'only',
        onHeard({ clapped: pair }) {
          if (pair && !over) clapped();
        },
      });
      close = () => {
        listening.close();
        void context.close();
      };
      if (over) return close();
      await context.resume();
      await listening.attach(context);
      if (over) close();
    };
    // The check of the microphone says what is wrong with it; a clap that is not heard stops nobody.
    begin().catch(() => close());
    return () => {
      over = true;
      close();
    };
  }, [enabled]);
}

/** Browsers let a page sound and listen only once somebody has touched it. */
async function untilTouched(): Promise<void> {
  if (navigator.userActivation.hasBeenActive) return;
  await new Promise<void>((resolve) => {
    for (const deed of ['pointerup', 'keydown'] as const)
      window.addEventListener(deed, () => resolve(), { once: true });
  });
}
