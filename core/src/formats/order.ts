import Papa from 'papaparse';
import { InputError, type Job } from '../job';
import { orderGroupNames, orderGroups, type OrderGroup, type OrderItem, type OrderUnit } from '../order';
import { MAX_CSV } from './csv';
import { mustBeText, refuse } from './refuse';

const COLUMNS = ['id', 'group', 'item', 'net', 'order', 'unit', 'comes as', 'kg', 'price', 'cost', 'currency', 'basis'] as const;
type Row = Record<(typeof COLUMNS)[number], string>;

/** Enough places that adding up a long order again comes out the same to the penny. */
const figure = (value: number): string => String(Number(value.toFixed(6)));

/** An order as CSV: one line an item, figures bare in m, m², m³, pieces, hours, days, litres and kg, whatever the screen shows. */
export const writeOrderCsv = (job: Pick<Job, 'rates'>, items: readonly OrderItem[]): string =>
  Papa.unparse({
    fields: [...COLUMNS],
    data: items.map((item) => [
      item.id,
      orderGroupNames[item.group],
      item.what,
      figure(item.net),
      figure(item.order),
      item.unit,
      item.packs,
      figure(item.mass),
      figure(item.price),
      figure(item.cost),
      job.rates.currency,
      item.basis,
    ]),
  });

/** One line of an order read back. */
export type OrderLine = Omit<OrderItem, 'typed' | 'placeholder'>;

/** Reads an order written by {@link writeOrderCsv}, its prices perhaps filled in by a merchant. @throws InputError naming the lines at fault. */
export function readOrderCsv(text: string): OrderLine[] {
  mustBeText(text, MAX_CSV, 'CSV');
  const { data, meta } = Papa.parse<Row>(text.replace(/^\uFEFF/, '').trim(), { header: true, skipEmptyLines: 'greedy' });
  const missing = (['id', 'order', 'price'] as const).filter((name) => !meta.fields?.includes(name));
  if (missing.length > 0) refuse(`This is no order: the column “${missing[0]}” is missing. Nothing was read.`);
  const errors: { field: string; message: string }[] = [];
  const lines = data.map((row, index): OrderLine => {
    const number = (key: keyof Row): number => {
      const value = Number((row[key] ?? '').trim() || '0');
      if (Number.isFinite(value) && value >= 0) return value;
      errors.push({ field: `line ${index + 2}`, message: `“${row[key]}” is no ${key}. Type a bare number.` });
      return 0;
    };
    const group = orderGroups.find((one) => orderGroupNames[one] === row.group) ?? ('lines' satisfies OrderGroup);
    return {
      id: row.id,
      group,
      what: row.item ?? '',
      unit: (row.unit ?? 'piece') as OrderUnit,
      net: number('net'),
      order: number('order'),
      packs: row['comes as'] ?? '',
      mass: number('kg'),
      price: number('price'),
      cost: number('cost'),
      basis: row.basis ?? '',
    };
  });
  if (errors.length > 0) throw new InputError(errors.slice(0, 5));
  if (lines.length === 0) refuse('There is no line in this order. Nothing was read.');
  return lines;
}

/** Prices of a file that differ from those of an order: what a merchant filled in. */
export const pricesFrom = (lines: readonly OrderLine[], items: readonly OrderItem[]): Job['rates']['prices'] =>
  lines.flatMap(({ id, price }) => {
    const item = items.find((one) => one.id === id);
    return item && Math.abs(item.price - price) > 1e-6 ? [{ item: id, price }] : [];
  });
