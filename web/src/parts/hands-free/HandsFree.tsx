/** Hands free on a screen that does not wait for it: brought when the screen is there. */
import { type HandsFree as Deed, useRig } from '../../device/rig-store.ts';
import { useMidi } from '../listening/useMidi.ts';
import { useHandsFree } from './useHandsFree.ts';

interface HandsFreeProps {
  onAction(action: Deed): void;
  /** What a loud double clap does here; null while it is not listened for. */
  clap: Deed | null;
}

export default function HandsFree({ onAction, clap }: HandsFreeProps) {
  useHandsFree(onAction, clap);
  useMidi({ chosen: useRig().listensTo === 'midi', sources: null, isPlaying: false, onPedal: onAction });
  return null;
}
