import { EPSILON } from '../geometry';
import type { Finding, Job, Run } from '../job';
import { isOpen, reachEnd } from '../alignment';
import { formatLength } from '../units';
import { JOINT_BAY } from './drums';
import type { OrderItem } from './items';
import type { CutPlan } from './lines';

/** What the order cannot have as it stands. */
export function orderFindings(job: Job, run: Run, items: readonly OrderItem[], cuts: readonly CutPlan[]): Finding[] {
  const show = (metres: number) => formatLength(metres, job.units);
  const drums = cuts.flatMap((cut): Finding[] => {
    if (cut.kind !== 'drums') return [];
    const { short, jointed, joints } = cut.plan;
    const common = { chapter: 'order' as const, basis: 'Way, tails, terminations and slack against the lengths to hand', fixes: [] };
    // A joint needs a bay: in a bore there is none.
    const blind = joints.filter((at) => run.reaches.some((reach, i) => !isOpen(reach) && at > reach.from && at < reachEnd(run, i)));
    return [
      ...(blind.length > 0
        ? [
            {
              ...common,
              id: `order.blind.${cut.product.id}`,
              severity: 'stop' as const,
              what: `A joint of ${cut.product.name} at ${blind.map(show).join(', ')} lies in the bore`,
              why: 'Nobody joints in a bore. Another drum first, or a longer one.',
            },
          ]
        : []),
      ...(short > EPSILON
        ? [
            {
              ...common,
              id: `order.short.${cut.product.id}`,
              severity: 'stop' as const,
              what: `${show(short)} of ${cut.product.name} is on no drum`,
              why: 'Order another drum, or lengths that fit the spans.',
            },
          ]
        : []),
      ...(jointed.length > 0
        ? [
            {
              ...common,
              id: `order.jointed.${cut.product.id}`,
              severity: 'caution' as const,
              what: `${jointed.join(', ')}: longer than every drum or coil, jointed at ${joints.map((at) => show(at)).join(', ')}`,
              why: `Each joint takes a bay ${show(JOINT_BAY.length)} × ${show(JOINT_BAY.width)}, a jointer and a dry day. A longer one saves both.`,
            },
          ]
        : []),
    ];
  });
  const free = items.filter(({ price, group, what }) => price === 0 && group !== 'structures' && !what.includes('laid aside'));
  return [
    ...drums,
    ...(free.length > 0
      ? [
          {
            id: 'order.free',
            severity: 'note' as const,
            chapter: 'order' as const,
            what: `No price for ${free.map(({ what }) => what).join(', ')}`,
            why: 'The total is too low by it. Touch the line and type the price.',
            basis: 'Prices of this job',
            fixes: [],
          },
        ]
      : []),
  ];
}
