// Progress worth showing: none in the first quarter of a second.

import { useEffect, useEffectEvent, useState } from 'react';

/** @param progress how much of it is done, 0 to 1 */
export function useSlowProgress(running: boolean, progress: () => number): number | undefined {
  const [shown, setShown] = useState<number>();
  const read = useEffectEvent(progress);
  useEffect(() => {
    setShown(undefined);
    if (!running) return;
    const started = performance.now();
    const timer = setInterval(() => {
      if (performance.now() - started > 250) setShown(read());
    }, 100);
    return () => clearInterval(timer);
  }, [running]);
  return shown;
}
