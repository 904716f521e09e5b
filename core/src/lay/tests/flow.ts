import { boreOf, verdictOf, type Judge } from './verdict';

/** Kinematic viscosity of water at 10 °C, m²/s. */
const VISCOSITY = 1.3e-6;
/** What is in a loop is turned over this often before it counts as flushed. */
const TURNOVERS = 2;

/** Flow that fills a bore at a velocity, m³/s. @example flowAt(0.0326, 0.6) * 60_000 // 30 l/min */
export const flowAt = (bore: number, velocity: number): number => (Math.PI / 4) * bore ** 2 * velocity;

/** Head lost in a smooth pipe, pascals. Source: Darcy–Weisbach with Blasius f = 0.316/Re^¼; laminar 64/Re. */
export function pipeLoss(bore: number, length: number, velocity: number): number {
  const reynolds = (velocity * bore) / VISCOSITY;
  if (reynolds <= 0) return 0;
  const f = reynolds < 2300 ? 64 / reynolds : 0.316 / reynolds ** 0.25;
  return (f * length * 1000 * velocity ** 2) / (2 * bore);
}

/** Flushing: fast enough in every loop, turned over, no air at the end, both ways. `length` is that of one loop, there and back. */
export const judgeFlush: Judge<'flush'> = ({ how, product, length, rules }) => {
  const bore = boreOf(product);
  const asked = rules.flushSpeed.value ?? 0;
  const perLoop = how.flow / how.loops;
  const speed = perLoop / flowAt(bore, 1);
  const volume = flowAt(bore, 1) * length * how.loops;
  const turned = volume > 0 ? (how.flow * how.minutes * 60) / volume : 0;
  const yes = (id: 'air' | 'both', ok: boolean) => ({
    id,
    quantity: 'count' as const,
    value: ok ? 1 : 0,
    limit: 1,
    sense: 'least' as const,
    ok,
  });
  return verdictOf(
    how.minutes > 0 ? [] : [{ code: 'few', asked: 1, last: 0, count: 0 }],
    [
      { id: 'speed', quantity: 'speed', value: speed, limit: asked, sense: 'least', ok: speed >= asked - 1e-9 },
      { id: 'turnover', quantity: 'count', value: turned, limit: TURNOVERS, sense: 'least', ok: turned >= TURNOVERS - 1e-9 },
      yes('air', !how.air),
      yes('both', how.both),
    ],
    {
      figures: [
        { id: 'flowLoop', quantity: 'flow', value: flowAt(bore, asked) },
        { id: 'flowAll', quantity: 'flow', value: flowAt(bore, asked) * how.loops },
        { id: 'head', quantity: 'pressure', value: pipeLoss(bore, length, asked) },
        { id: 'volume', quantity: 'volume', value: volume },
      ],
    },
  );
};
