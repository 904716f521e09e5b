import { besideMachine, hoursIn, workHours, type Estimate, type Hours } from '../estimate';
import { placingEffort } from '../protection';
import { machineOf, type Job, type Run } from '../job';
import type { Plan } from '../plan/plan';
import { barrowTrips, haulOf, looseDensity, loosening, lorryLoads } from '../spoil';
import { beddings, coveringPrices } from '../catalogue';
import { figuresIn, formatFuel, formatLength, formatVolume } from '../units';
import { hireDays, type Draft } from './items';
import { plural } from './words';

/** Supports of a kind go from place to place: as many come as the place takes that takes most, for all the days they are in use. */
export function supportItems(job: Job, plan: Plan, estimate: Estimate): Draft[] {
  const used = plan.supports.flatMap(({ place, kit, schedule }) => {
    const count = placingEffort(schedule).pieces;
    if (!kit || count === 0) return [];
    return [{ kit, count, hours: Object.values(hoursIn(estimate, place)).reduce((sum, one) => sum + one, 0) }];
  });
  const kits = [...new Map(used.map(({ kit }) => [kit.id, kit])).values()];
  return [
    ...slitItems(job, plan),
    ...kits.map((kit): Draft => {
      const own = used.filter((one) => one.kit.id === kit.id);
      const count = Math.max(...own.map((one) => one.count));
      const days = hireDays(
        own.reduce((sum, { hours }) => sum + hours, 0),
        job.pace.shift,
      );
      return {
        id: `hire.${kit.id}`,
        group: 'supports',
        what: figuresIn(kit.name, job.units),
        unit: 'day',
        net: count * days,
        order: count * days,
        packs: `${plural(count, 'piece', 'pieces')} for ${plural(days, 'day', 'days')}`,
        mass: 0,
        price: kit.hire,
        basis: kit.source,
      };
    }),
  ];
}

/** What the slits of sheets are filled with, loose; their own spoil where it breaks small. */
function slitItems(job: Job, plan: Plan): Draft[] {
  const net = plan.supports.reduce((sum, { schedule }) => sum + (schedule?.kind === 'sheets' ? schedule.slit : 0), 0);
  const { bulking, density } = beddings.granular;
  return [
    {
      id: 'supports.slit',
      group: 'supports',
      what: 'Pea gravel for the slits of sheets',
      unit: 'm3',
      net,
      order: net * bulking,
      packs: plural(lorryLoads(net * bulking, density / bulking, job.pace.lorry), 'load', 'loads'),
      mass: net * density,
      price: job.rates.bedding,
      rate: 'bedding',
      basis: `${formatVolume(net, job.units)} of slit × ${bulking} loose; spoil broken small does as well`,
    },
  ];
}

/** Hours of machine, driver and crew, and fuel. */
export function workItems(job: Job, hours: Hours): Draft[] {
  const { machine, crew } = workHours(hours);
  const people = besideMachine(job);
  const one = (
    id: string,
    what: string,
    unit: 'hour' | 'litre',
    amount: number,
    price: number,
    basis: string,
    priced: Pick<Draft, 'rate' | 'own'>,
  ): Draft => ({
    ...priced,
    id,
    group: 'labour',
    what,
    unit,
    net: amount,
    order: amount,
    packs: '',
    mass: 0,
    price,
    basis,
  });
  const { fuel, name } = machineOf(job);
  return [
    one(`machine.${job.machine}`, name, 'hour', machine, machineOf(job).hour, 'Digging, moving, placing supports, filling', {
      own: job.machines.some(({ id }) => id === job.machine),
    }),
    one('labour.driver', 'Driver', 'hour', machine, job.rates.crew, 'With the machine', { rate: 'crew' }),
    one(
      'labour.crew',
      `Crew of ${people} beside it`,
      'hour',
      crew * people,
      job.rates.crew,
      'By hand, supports, bed, laying and filling; person-hours',
      { rate: 'crew' },
    ),
    one('labour.fuel', 'Fuel', 'litre', machine * fuel, job.rates.fuel, `${formatFuel(fuel / 1000, job.units)} an hour`, { rate: 'fuel' }),
  ];
}

/** What is carted off, apart where it is suspect, what has no room meanwhile and is fetched back, and what is carried along. */
export function spoilItems(job: Job, run: Run, plan: Plan): Draft[] {
  const { surplusLoose, surplusBank } = plan.balance;
  const { carried, back } = haulOf(job, run, plan);
  const { handle, haul } = job.rates;
  const far = carried.handled > 0 ? carried.hauled / carried.handled : 0;
  const density = looseDensity(run.spoil.ground);
  const suspect = plan.balance.suspectBank * loosening(run.spoil);
  const one = (id: string, what: string, loose: number, bank: number, basis: string): Draft => ({
    id: `spoil.${id}`,
    group: 'spoil',
    what,
    unit: 'm3',
    net: bank,
    order: loose,
    packs: plural(lorryLoads(loose, density, job.pace.lorry), 'load', 'loads'),
    mass: loose * density,
    price: job.rates.off,
    rate: 'off',
    basis,
  });
  return [
    one(
      'surplus',
      'Surplus spoil',
      Math.max(0, surplusLoose - suspect),
      Math.max(0, surplusBank - plan.balance.suspectBank),
      'What is displaced and does not go back; loose',
    ),
    one('suspect', 'Suspect spoil, apart', suspect, plan.balance.suspectBank, 'Tested and tipped where it is licensed; loose'),
    one('early', 'Off site for want of room', back, back / loosening(run.spoil), 'No room beside the trench or at the stockpile; loose'),
    {
      ...one('back', 'Fetched back to fill with', back, back / loosening(run.spoil), 'What went off site for want of room; loose'),
      price: coveringPrices.fill,
    },
    {
      ...one(
        'moved',
        'Carried along the run',
        carried.handled,
        carried.handled / loosening(run.spoil),
        `Handled once more and carried ${formatLength(far, job.units)} on average; loose`,
      ),
      packs: `${plural(barrowTrips(carried.handled, job.pace), 'barrow or dumper', 'barrows or dumpers')}`,
      mass: 0,
      price: handle + (far * haul) / 100,
    },
  ];
}
