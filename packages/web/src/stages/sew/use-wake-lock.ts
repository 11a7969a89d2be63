import { useCallback, useEffect, useRef, useState } from 'react';

interface WakeLock {
  /** Only while the browser says so. */
  readonly isHeld: boolean;
  readonly problem: string | undefined;
  readonly toggle: () => void;
}

/** Keeps the screen on; null where the browser cannot. Nothing is claimed that the browser has not granted. */
export function useWakeLock(): WakeLock | null {
  const [isHeld, setHeld] = useState(false);
  const [problem, setProblem] = useState<string | undefined>();
  const lock = useRef<WakeLockSentinel | null>(null);
  const take = useCallback(async (): Promise<void> => {
    try {
      const held = await navigator.wakeLock.request('screen');
      lock.current = held;
      setHeld(true);
      setProblem(undefined);
      held.addEventListener('release', () => setHeld(false));
    } catch {
      setHeld(false);
      setProblem('This browser does not keep the screen on now.');
    }
  }, []);
  useEffect(() => () => void lock.current?.release(), []);
  if (!('wakeLock' in navigator)) return null;
  return {
    isHeld,
    problem,
    toggle: () => {
      if (isHeld) void lock.current?.release();
      else void take();
    },
  };
}
