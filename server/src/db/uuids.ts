/** Ids as an array of the database, to be cast there: `any(${uuids(ids)}::uuid[])`. */
export const uuids = (ids: readonly string[]): string => `{${ids.join(',')}}`;
