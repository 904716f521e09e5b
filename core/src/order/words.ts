/** A count with its word. */
export const plural = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;
/** A share in whole per cent. */
export const percent = (share: number): string => `${Math.round(share * 100)} %`;
