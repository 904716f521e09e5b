import { fixed, NUMBER, refuse, tidy, type Parsed, type UnitSystem } from './parsed';

const FLUID_OUNCE = 29.5735295625e-6;
/** Shows a small volume of fluid (m³) in litres or US fluid ounces. */
export const formatFluid = (cubicMetres: number, system: UnitSystem): string =>
  system === 'us' ? `${fixed(cubicMetres / FLUID_OUNCE, 0)} fl oz` : `${Number((cubicMetres * 1000).toFixed(2))} l`;

/** Reads a small volume of fluid: `0.6 l`, `600 ml`, `20 fl oz`; a bare number is litres, or fluid ounces. @returns m³. */
export function parseFluid(text: string, system: UnitSystem): Parsed {
  const match = new RegExp(`^(${NUMBER})\\s*(l|ml|fl oz|oz)?$`).exec(tidy(text).toLowerCase());
  if (!match) return refuse(`“${text.trim()}” is not a volume of fluid. Type it like 0.6 l or 20 fl oz.`);
  const unit = match[2] ?? (system === 'us' ? 'oz' : 'l');
  const value = Number(match[1]) * (unit === 'l' ? 1e-3 : unit === 'ml' ? 1e-6 : FLUID_OUNCE);
  return { ok: true, value, understood: formatFluid(value, system) };
}
