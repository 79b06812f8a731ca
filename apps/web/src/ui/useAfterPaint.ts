import { useEffect, useState } from 'react';

/** A value once the page has been painted with it: what takes its time with it does not keep the painting waiting. */
export function useAfterPaint<T>(value: T): T {
  const [painted, setPainted] = useState<{ readonly value: T }>({ value });
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    // A frame is painted after its callbacks: the next task is behind it.
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => setPainted({ value }));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [value]);
  return painted.value;
}
