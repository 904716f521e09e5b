/** Shortest and longest passphrase, characters (OWASP ASVS 4.0.3, 2.1.1 and 2.1.2). */
export const PASSPHRASE = { least: 12, most: 128 } as const;

/** What takes a device over: 4 to 8 figures. */
export const isPin = (text: string): boolean => /^\d{4,8}$/.test(text);

/** Somebody as a device knows them. */
export interface Person {
  id: string;
  name: string;
  /** Keeps the machine Tamper runs on: an owner in every job. */
  keeper: boolean;
}
