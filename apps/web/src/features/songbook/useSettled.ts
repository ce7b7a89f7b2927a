import { useEffect, useState } from 'react';

/** Time without another key, milliseconds: whole words are looked for, not each letter. */
const QUIET = 200;

/** A value once it has stood still for a moment. */
export function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), QUIET);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}
