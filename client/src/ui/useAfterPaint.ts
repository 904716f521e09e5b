import { useEffect, useState } from 'react';

/** Has the screen been painted once? What can wait is loaded after that. */
export function useAfterPaint(): boolean {
  const [painted, setPainted] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setPainted(true), 0);
    return () => clearTimeout(timer);
  }, []);
  return painted;
}
