import { worstFirst, type Found, type GateName } from './finding';

/** A check: the gates its stops shut, and what it finds. It gives facts; sentences are made of them where they are read. */
interface Check<C> {
  gates: readonly GateName[];
  run: (context: C) => Found[];
}

/** Checks by their codes, each with the facts it gives, all of one context. */
export const checkList =
  <C>() =>
  <T extends Record<string, Check<C>>>(checks: T): T =>
    checks;

/** What a list of checks finds, each with its code. */
export type FoundBy<T extends Record<string, Check<never>>> = {
  [K in keyof T & string]: ReturnType<T[K]['run']>[number] & { code: K };
}[keyof T & string];

/** What some checks find, worst first. */
export const findingsOf = <C, T extends Record<string, Check<C>>>(checks: T & Record<string, Check<C>>, context: C): FoundBy<T>[] =>
  worstFirst(
    Object.entries(checks).flatMap(([code, check]) => check.run(context).map((found) => ({ code, ...found }))),
  ) as unknown as FoundBy<T>[];
