import { useEffect, useState } from 'react';

/** Two pictures take turns after so long, ms: far slower than three flashes a second (WCAG 2.2, 2.3.1). */
const BLINK_MS = 700;

/** Whether the first of two pictures is to be seen: always, or in turns while they blink. */
export function useBlink(blinks: boolean): boolean {
  const [first, setFirst] = useState(true);
  useEffect(() => {
    if (!blinks) return;
    const timer = setInterval(() => setFirst((before) => !before), BLINK_MS);
    return () => {
      clearInterval(timer);
      setFirst(true);
    };
  }, [blinks]);
  return first;
}
