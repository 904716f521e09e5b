import type { Range } from '../geometry';
import { countedIn, inOrder, type Kept } from '../book';
import type { FillReport, FillState } from './report';
import { fillAt, fillStations } from './report';
import { sinksCompacted, sinksDumped } from './ladder';

/** How far fill as it was put in sinks at a station, metres, and how much of it is a crown heaped for that. */
export interface Settlement {
  predicted: number;
  crown: number;
}

/** By what lies there: each lift by how it was put in. Undefined where nothing is filled. */
export function settlementAt(report: FillReport, at: number): Settlement | undefined {
  const state = fillAt(report, at);
  return state && state.lifts.length > 0 ? settlementBy(state, report) : undefined;
}
function settlementBy({ lifts }: FillState, { run: { spoil } }: FillReport): Settlement {
  let [predicted, crown] = [0, 0];
  for (const { thickness, compactor, layer, kept } of lifts) {
    if (compactor) predicted += thickness * sinksCompacted[thickness <= 0.11 ? 'thin' : 'thick'];
    else if (layer === 'fill' && !/flow/i.test(kept.entry.fact.material)) crown += thickness * sinksDumped[spoil.ground];
  }
  return { predicted: predicted + crown, crown };
}

/** The most a stretch sinks by, and where; undefined where nothing of it is filled. */
export function settlesMost(report: FillReport, range: Range): (Settlement & { station: number }) | undefined {
  const all = fillStations(report, range).flatMap((station) => {
    const settles = settlementAt(report, station);
    return settles ? [{ ...settles, station }] : [];
  });
  return all.length > 0 ? all.reduce((most, one) => (one.predicted > most.predicted ? one : most)) : undefined;
}

/** What a return visit measured beside what was expected. `left`: still to come, metres; negative: it sank further. */
export interface Sunk {
  kept: Kept;
  station: number;
  down: number;
  predicted: number;
  left: number;
  /** `keep`: the crown still stands; `done`: it is down; `fill`: it sank further than was heaped. */
  advice: 'keep' | 'done' | 'fill';
}

/** Within this it has come to rest, metres. */
const REST = 0.01;

/** What is done after a fill of so much has sunk by so much. @example sunkAdvice(0.11, 0.04) // 'keep' */
export const sunkAdvice = (predicted: number, down: number): Sunk['advice'] =>
  down > predicted + REST ? 'fill' : down < predicted - REST ? 'keep' : 'done';

/** Every return visit, in the order they were made. */
export const sunkIn = (report: FillReport, book: readonly Kept[]): Sunk[] =>
  inOrder(countedIn(book, 'sunk')).map((kept) => {
    const { station, down } = kept.entry.fact;
    const predicted = settlementAt(report, station)?.predicted ?? 0;
    return { kept, station, down, predicted, left: predicted - down, advice: sunkAdvice(predicted, down) };
  });
