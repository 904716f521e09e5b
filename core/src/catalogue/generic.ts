/** Figures of things of a job's own, as its screens call them where one is generic still. */
interface Own {
  id: string;
  typed?: readonly string[] | undefined;
}

/** Was this figure of an own thing never typed? Then it is the generic one it began with. Of the catalogue's all are, and said to be. */
export const isGeneric = ({ id, typed }: Own, key: string): boolean => id.startsWith('own-') && !(typed ?? []).includes(key);

/** What a figure rests on, marked where nobody typed it. @param basis in words. */
export const restsOn = (basis: string, thing: Own, ...keys: string[]): string =>
  keys.some((key) => isGeneric(thing, key)) ? `${basis} (generic, not typed)` : basis;

/** An own thing with a figure typed. */
export const withTyped = <T extends Own>(thing: T, key: string): T =>
  thing.typed?.includes(key) ? thing : { ...thing, typed: [...(thing.typed ?? []), key] };
