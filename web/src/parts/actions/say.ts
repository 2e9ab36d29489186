/**
 * Says something at the foot of the screen. What shows it comes after the first screen (`Notices`); what is said before that waits
 * for it.
 */
import type { OptionsObject, ProviderContext, SnackbarMessage } from 'notistack';

type Surface = Pick<ProviderContext, 'enqueueSnackbar' | 'closeSnackbar'>;

let surface: Surface | null = null;
let before: [message: SnackbarMessage, options?: OptionsObject][] = [];
let unsaid = 0;
const watchers = new Set<() => void>();

export function say(message: SnackbarMessage, options?: OptionsObject): void {
  if (surface) surface.enqueueSnackbar(message, options);
  else before.push([message, options]);
}

/** Everything that is said goes. */
export function unsay(): void {
  before = [];
  surface?.closeSnackbar();
  unsaid++;
  for (const watcher of watchers) watcher();
}

/** How often everything went: a message fades out slowly, what can be pressed in it goes at once. */
export const timesUnsaid = (): number => unsaid;

export function onUnsaid(watcher: () => void): () => void {
  watchers.add(watcher);
  return () => watchers.delete(watcher);
}

/** From now on things are shown there. @returns what ends that. */
export function showOn(shown: Surface): () => void {
  surface = shown;
  const late = before;
  before = [];
  for (const [message, options] of late) shown.enqueueSnackbar(message, options);
  return () => {
    surface = null;
  };
}
