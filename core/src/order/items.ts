/** Groups of an order, in the order they are shown. */
export const orderGroups = ['lines', 'bed', 'cover', 'surface', 'structures', 'boring', 'supports', 'labour', 'spoil'] as const;
export type OrderGroup = (typeof orderGroups)[number];
export const orderGroupNames: Record<OrderGroup, string> = {
  lines: 'Pipes, ducts and cables',
  bed: 'Bed and fine fill',
  cover: 'Over the lines',
  surface: 'Surface and fill',
  structures: 'Structures',
  boring: 'Boring',
  supports: 'Supports on hire',
  labour: 'Hours and fuel',
  spoil: 'Spoil off site',
};

/** What an amount is counted in. SI, and pieces. */
export type OrderUnit = 'm' | 'm2' | 'm3' | 'piece' | 'hour' | 'day' | 'litre';

/** One line of an order. `net` is what lies in the ground, `order` what to buy or book, both in `unit`; price a unit, in the job's money. */
export interface OrderItem {
  /** Stable: prices of the job name it. */
  id: string;
  group: OrderGroup;
  what: string;
  unit: OrderUnit;
  net: number;
  order: number;
  /** As it comes: “4 lengths of 6 m”. Empty where it comes by the unit. */
  packs: string;
  /** Kilograms to be brought or taken away; 0 where nobody asks. */
  mass: number;
  price: number;
  /** Typed for this job, not the catalogue's. */
  typed: boolean;
  /** Nobody gave it: the program's own, to be replaced. */
  placeholder: boolean;
  cost: number;
  /** How the amount comes about. */
  basis: string;
}

/** A line before its price is looked up. */
export interface Draft extends Omit<OrderItem, 'cost' | 'typed' | 'placeholder'> {
  /** The rate of the job its price is. */
  rate?: 'bedding' | 'crew' | 'fuel' | 'off';
  /** It is of the job's own, with a price somebody gave. */
  own?: boolean;
}

/** Days a piece of supports is on hire: those it stands, and the one it comes and goes. */
export const hireDays = (hours: number, shift: number): number => Math.ceil(hours / shift - 1e-9) + 1;
