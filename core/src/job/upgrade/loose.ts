/** A document of an earlier format: what it holds is checked when it has reached today's. */
export type Loose = Record<string, unknown>;
export const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);
export const list = (value: unknown): Loose[] => (Array.isArray(value) ? value.filter(isLoose) : []);
