import { EPSILON } from '../geometry';

/** A cable to be cut: from one station to another, with what its ends take. Metres. */
export interface CableSpan {
  name: string;
  /** Id of the laid line it is, or lies in. */
  line?: string;
  from: number;
  to: number;
  /** Cut length: the way, tails, terminations and slack. */
  cut: number;
}

/** A piece cut from a drum. `joint`: station of the joint at its end, where the span goes on from another piece. */
export interface DrumCut {
  name: string;
  line?: string | undefined;
  length: number;
  joint: number | undefined;
}

/** Which drum serves which spans. Metres. */
export interface DrumPlan {
  drums: { length: number; cuts: DrumCut[]; left: number }[];
  joints: number[];
  /** Cable no drum is left for: what one more drum would have to hold. */
  short: number;
  /** Spans that are jointed, by name. */
  jointed: string[];
  /** Is no other way better: shorter of less cable, then with fewer joints, then fewer drums, then less cable on them? */
  exact: boolean;
}

/** Ends of two pieces overlap in a joint, metres each. */
export const JOINT = 1;
const OVERLAP = 2 * JOINT;
/** Ways looked at before the best so far is taken, told as not proved. */
const MOST_TRIED = 60_000;

/**
 * Drums spliced one after the other, and the spans cut from them: one joint a drum but the first at most, each costing its overlap. `bought`, metres,
 * is what no drum is left for. Any way to cut spans from drums falls into such groups, so looking at groups misses none.
 */
interface Group {
  drums: number[];
  spans: CableSpan[];
  left: number;
  bought: number;
}
interface Way {
  groups: Group[];
  short: number;
  joints: number;
  drums: number;
  cable: number;
}
const NOTHING: Way = { groups: [], short: Infinity, joints: Infinity, drums: Infinity, cable: Infinity };

/** Least shortage first, then fewer joints, then fewer drums, then less cable on them. */
const better = (a: Way, b: Way): boolean => {
  if (Math.abs(a.short - b.short) > EPSILON) return a.short < b.short;
  if (a.joints !== b.joints) return a.joints < b.joints;
  if (a.drums !== b.drums) return a.drums < b.drums;
  return a.cable < b.cable - EPSILON;
};

/**
 * Cuts spans from drums: the least shortage, then the fewest joints, then drums, then cable. Looks at every way as long as there are not too many.
 * @param drums lengths to hand; @param stock length of further drums, undefined when none can be had.
 */
export function planDrums(spans: readonly CableSpan[], drums: readonly number[], stock: number | undefined): DrumPlan {
  const wanted = [...spans].sort((a, b) => b.cut - a.cut);
  const { way, exact } = search(wanted, drums, stock);
  const cut = way.groups.flatMap(pour);
  return {
    drums: cut,
    joints: cut.flatMap(({ cuts }) => cuts.flatMap(({ joint }) => joint ?? [])),
    jointed: [...new Set(cut.flatMap(({ cuts }) => cuts.flatMap(({ name, joint }) => (joint === undefined ? [] : [name]))))],
    short: way.short,
    exact,
  };
}

/** Places the spans one by one, longest first: on what is left of a group, or on more drums spliced to it, or on drums of their own, or on none. */
function search(spans: readonly CableSpan[], drums: readonly number[], stock: number | undefined): { way: Way; exact: boolean } {
  const free = [...drums].sort((a, b) => a - b);
  const rest = spans.map((_, i) => spans.slice(i).reduce((sum, { cut }) => sum + cut, 0));
  const groups: Group[] = [];
  const sum = { short: 0, joints: 0, drums: 0, cable: 0 };
  let best = NOTHING;
  let tried = 0;
  const worse = (index: number): boolean => {
    const left = free.reduce((all, one) => all + one, 0) + groups.reduce((all, one) => all + one.left, 0);
    const least = stock === undefined ? Math.max(0, (rest[index] ?? 0) - left) : 0;
    return !better({ ...sum, short: sum.short + least, groups: [] }, best);
  };
  const place = (index: number): void => {
    if (tried++ > MOST_TRIED || worse(index)) return;
    const span = spans[index];
    if (!span) {
      best = { ...sum, groups: groups.map((group) => ({ ...group, drums: [...group.drums], spans: [...group.spans] })) };
      return;
    }
    for (const group of groups) if (group.left > EPSILON || group.bought > 0) onGroup(group, span, index);
    const own: Group = { drums: [], spans: [], left: 0, bought: 0 };
    groups.push(own);
    onGroup(own, span, index);
    groups.pop();
  };
  /** Takes the span off a group, with as many more drums as it takes; `index` is the span's. */
  const onGroup = (group: Group, span: CableSpan, index: number): void => {
    if (group.left >= span.cut - EPSILON && group.bought === 0) {
      const before = group.left;
      group.left = Math.max(0, before - span.cut);
      group.spans.push(span);
      place(index + 1);
      group.spans.pop();
      group.left = before;
      return;
    }
    // A group that is short already is spliced no further.
    if (group.bought > 0) return;
    const splice = group.drums.length > 0 ? 1 : 0;
    const seen = new Set<number>();
    const kinds = [...free.map((length, at) => ({ length, at })), ...(stock === undefined ? [] : [{ length: stock, at: -1 }])];
    for (const { length, at } of kinds) {
      const gained = length - splice * OVERLAP;
      if (seen.has(length) || gained <= EPSILON) continue;
      seen.add(length);
      if (at >= 0) free.splice(at, 1);
      group.drums.push(length);
      group.left += gained;
      sum.joints += splice;
      sum.drums++;
      sum.cable += length;
      if (!worse(index)) onGroup(group, span, index);
      sum.cable -= length;
      sum.drums--;
      sum.joints -= splice;
      group.left -= gained;
      group.drums.pop();
      if (at >= 0) free.splice(at, 0, length);
    }
    if (stock !== undefined) return;
    const missing = span.cut - group.left + splice * OVERLAP;
    const before = group.left;
    group.bought = missing;
    group.left = 0;
    group.spans.push(span);
    sum.short += missing;
    sum.joints += splice;
    place(index + 1);
    sum.joints -= splice;
    sum.short -= missing;
    group.spans.pop();
    group.left = before;
    group.bought = 0;
  };
  place(0);
  return { way: best === NOTHING ? { ...NOTHING, short: rest[0] ?? 0 } : best, exact: tried <= MOST_TRIED };
}

/** Cuts the spans of a group off its drums one after the other; what is missing at the end is on none of them. */
function pour({ drums, spans, bought }: Group): DrumPlan['drums'] {
  // The longest first: joints come late.
  const cut = drums.toSorted((a, b) => b - a).map((length) => ({ length, cuts: [] as DrumCut[], left: length }));
  let at = 0;
  for (const { name, line, from, to, cut: whole } of spans) {
    let need = whole;
    while (need > EPSILON) {
      const drum = cut[at];
      if (!drum) break;
      if (drum.left >= need - EPSILON) {
        drum.cuts.push({ name, line, length: need, joint: undefined });
        drum.left = Math.max(0, drum.left - need);
        need = 0;
      } else if (drum.left > OVERLAP && (at + 1 < cut.length || bought > 0)) {
        need -= drum.left - OVERLAP;
        // Stations go with the cable: the share laid so far of its way.
        drum.cuts.push({ name, line, length: drum.left, joint: from + ((to - from) * (whole - Math.max(0, need))) / whole });
        drum.left = 0;
        at++;
      } else at++;
    }
  }
  return cut;
}
