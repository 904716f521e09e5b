import { getRouteConfigSorter as routersOwn } from 'expo-router/build/fork/getStateFromPath-forks';

export * from 'expo-router/build/fork/getStateFromPath-forks';

/**
 * The router's order of routes. Where two have one address it compares their names by the rules of a language, which a browser has to read first (15 ms before
 * the first screen); names of routes are plain letters.
 */
export const getRouteConfigSorter: typeof routersOwn = (before) => {
  const order = routersOwn(before);
  return (a, b) => {
    if (a.pattern !== b.pattern) return order(a, b);
    const [one, other] = [a.routeNames.join('>'), b.routeNames.join('>')];
    return one === other ? 0 : one < other ? 1 : -1;
  };
};
