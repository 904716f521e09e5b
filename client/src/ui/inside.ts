import { useContext, type Context } from 'react';

/**
 * The hook that reads what a screen gives to all that stands inside it.
 * @param where what that is. @throws Error outside of it: a mistake of ours.
 */
export const inside = <T>(context: Context<T | undefined>, where: string): (() => T) =>
  function useInside(): T {
    const value = useContext(context);
    if (value === undefined) throw new Error(`It belongs inside ${where}`);
    return value;
  };
