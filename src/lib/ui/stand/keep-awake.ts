/** The screen stays on while hands are at the keys; where the browser does not offer it, it is left as it is. */
export function keepAwake(): () => void {
  let lock: WakeLockSentinel | null = null;
  const wake = () => {
    if (document.visibilityState !== 'visible') return;
    navigator.wakeLock?.request('screen').then(
      (held) => (lock = held),
      () => undefined,
    );
  };
  wake();
  document.addEventListener('visibilitychange', wake);
  return () => {
    document.removeEventListener('visibilitychange', wake);
    void lock?.release();
  };
}
