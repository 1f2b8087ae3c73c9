/** Keeps the screen on while a page is open that is followed with sand on the hands, where the browser allows it. */
export function keepAwake(): () => void {
  let held: WakeLockSentinel | null = null;
  let left = false;
  const hold = async () => {
    if (left || document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    try {
      held = await navigator.wakeLock.request('screen');
      if (left) await held.release();
    } catch {
      // Low on battery, or not allowed: the screen goes dark as ever.
    }
  };
  void hold();
  // A page that was out of sight has lost it.
  document.addEventListener('visibilitychange', hold);
  return () => {
    left = true;
    document.removeEventListener('visibilitychange', hold);
    void held?.release().catch(() => undefined);
  };
}
