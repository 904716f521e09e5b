/** Section of a ring, m². @param od outside diameter, metres. @param wall metres. */
export const ringSection = (od: number, wall: number): number => Math.PI * (od - wall) * wall;

/** What a pipe of one material weighs, kg/m, to two figures behind the point. @param density kg/m³. @param more share on top, for sockets. */
export const pipeMass = (density: number, od: number, wall: number, more = 0): number =>
  Math.round(density * ringSection(od, wall) * (1 + more) * 100) / 100;

/** Parallel-plate stiffness of a ring stiffness SN in kN/m², pascals. Source: 0.149·PS = 8·SN. */
export const ofSN = (sn: number): number => (8 * sn * 1000) / 0.149;

/** Parallel-plate stiffness of a plain wall, pascals. Source: SN = E/12·(e/d_m)³. @param modulus E, pascals. */
export const stiffnessOf = (modulus: number, od: number, wall: number): number => ofSN(((modulus / 12) * (wall / (od - wall)) ** 3) / 1000);

/** Rough price by weight, in the job's money: a placeholder. */
export const priced = (mass: number, perKilo: number): number => Math.max(0.5, Math.round(mass * perKilo * 10) / 10);

/** kg/m³. */
export const DENSITY = { pvc: 1400, pp: 900, pe: 950, copper: 8930, iron: 7050, steel: 7850, concrete: 2400 } as const;

/** Least fall by bore: usual practice, 1:40 for small drains to 1:300. @param dn metres. */
export const fallOf = (dn: number): number => 1 / (FALLS.find(([most]) => dn <= most + 1e-9)?.[1] ?? 300);
const FALLS = [
  [0.11, 40],
  [0.16, 60],
  [0.2, 80],
  [0.315, 100],
  [0.45, 150],
  [0.61, 200],
] as const;

/** A trade size in inches as it is said: 0.75 is ¾. */
export const inches = (size: number): string => {
  const whole = Math.floor(size);
  const part = { 0: '', 0.25: '¼', 0.5: '½', 0.75: '¾' }[size - whole] ?? '';
  return `${whole || (part ? '' : '0')}${part} in`;
};
/** A trade size in an id. @example inchId(1.25) // '1-25in' */
export const inchId = (size: number): string => `${String(size).replace('.', '-')}in`;

/** A table's millimetres in metres. */
export const mm = (value: number): number => value / 1000;
/** Short-term Young's moduli, pascals. */
export const MODULUS = { pe: 0.8e9, pvc: 3e9, iron: 170e9, steel: 200e9 } as const;
