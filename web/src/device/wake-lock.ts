/**
 * Keeps the screen awake until the returned function is called. The browser drops the lock when the page is hidden, so
 * it is asked for again when the page comes back; a browser that refuses is taken at its word.
 */
export function keepAwake(): () => void {
  let lock: WakeLockSentinel | null = null;
  let over = false;
  const ask = async () => {
    if (over || document.visibilityState !== 'visible') return;
    const granted = (await navigator.wakeLock?.request('screen').catch(() => null)) ?? null;
    if (over) void granted?.release();
    else lock = granted;
  };
  const onVisible = () => void ask();
  document.addEventListener('visibilitychange', onVisible);
  onVisible();
  return () => {
    over = true;
    document.removeEventListener('visibilitychange', onVisible);
    void lock?.release();
  };
}
