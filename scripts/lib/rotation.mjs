// Which backups are kept.

/** Backups that are kept: the last of each of so many days, and of so many weeks. */
const [DAYS, WEEKS] = [7, 4];
/** What a backup is called; its day. */
export const NAME = /^tamper-(\d{4}-\d{2}-\d{2})-\d{6}\.dump$/;

/** @param names of backups, the newest first. @returns those not kept. */
export function tooOld(names) {
  const kept = new Set();
  const firsts = (by, most) => {
    const seen = new Set();
    for (const name of names) {
      const key = by(NAME.exec(name)[1]);
      if (seen.has(key)) continue;
      if (seen.size === most) break;
      seen.add(key);
      kept.add(name);
    }
  };
  firsts((day) => day, DAYS);
  // Weeks from Monday on.
  firsts((day) => Math.floor((Date.parse(day) / 86_400_000 + 3) / 7), WEEKS);
  return names.filter((name) => !kept.has(name));
}
