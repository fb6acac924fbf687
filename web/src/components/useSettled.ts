import { useEffect, useState } from 'react';

/** A value once it has stayed the same for a while: for what need not follow a drag step by step. @param forMs how long */
export function useSettled<Value>(value: Value, forMs: number): Value {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), forMs);
    return () => clearTimeout(timer);
  }, [value, forMs]);
  return settled;
}
