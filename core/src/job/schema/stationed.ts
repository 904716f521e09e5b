import { z } from 'zod';
import { station } from './basics';
import { STATION_SLACK } from '../limits';

/** What is known of a place in the schema where a station stands. */
interface About {
  /** What to call the thing that stands there, where it has no name. */
  what?: string;
  /** May it lie off the run? */
  anywhere?: true;
}
const registry = z.registry<About>();

/**
 * A station on the run, metres. Every station of the format is made by this or by {@link stretch}: then the walker knows it, and it has to lie on the
 * run, goes with its leg when a bend is moved, and follows the ends when levels are imported.
 */
export const at = (about: About = {}) => station().register(registry, about);

/** From one station to another, as the fields of an object. The walker sees to it that it goes up. */
export const stretch = (about: About = {}) => ({ from: at(about), to: at(about) });

/** A station some document holds. */
export interface Standing {
  path: (string | number)[];
  station: number;
  about: About;
  /** The object it stands in, and the name of the nearest thing around it that has one. */
  owner: Readonly<Record<string, unknown>>;
  name: string | undefined;
}

/** The parts of a schema that lead to stations; whatever does not is left out, so that walking a long run costs little. */
type Node =
  | { kind: 'station'; about: About }
  | { kind: 'object'; fields: readonly (readonly [string, Node])[] }
  | { kind: 'list'; item: Node }
  | { kind: 'choice'; by: string; options: ReadonlyMap<unknown, Node> };

const compiled = new WeakMap<z.core.$ZodType, { node: Node | undefined }>();
function nodeOf(schema: z.core.$ZodType): Node | undefined {
  const known = compiled.get(schema);
  if (known) return known.node;
  const node = compile(schema);
  compiled.set(schema, { node });
  return node;
}

function compile(schema: z.core.$ZodType): Node | undefined {
  // A registry gives nothing for a schema of which nothing more is said.
  if (registry.has(schema as z.ZodType)) return { kind: 'station', about: registry.get(schema as z.ZodType) ?? {} };
  const { def } = (schema as z.core.$ZodTypes)._zod;
  switch (def.type) {
    case 'object': {
      const fields = Object.entries(def.shape).flatMap(([key, field]) => {
        const node = nodeOf(field);
        return node ? [[key, node] as const] : [];
      });
      return fields.length > 0 ? { kind: 'object', fields } : undefined;
    }
    case 'array': {
      const item = nodeOf(def.element);
      return item && { kind: 'list', item };
    }
    case 'optional':
    case 'nullable':
      return nodeOf(def.innerType);
    case 'union': {
      const by = (def as { discriminator?: string }).discriminator;
      if (by === undefined) return undefined;
      const options = (def.options as z.ZodObject[]).flatMap((option) => {
        const node = nodeOf(option);
        const values = (option.shape[by] as z.ZodLiteral | undefined)?.values ?? new Set();
        return node ? [...values].map((value) => [value, node] as const) : [];
      });
      return options.length > 0 ? { kind: 'choice', by, options: new Map(options) } : undefined;
    }
    default:
      return undefined;
  }
}

type Loose = Readonly<Record<string, unknown>>;

/** Every station a document holds, with where it stands. Inputs need not have passed the schema. */
export function stationsIn(schema: z.ZodType, document: unknown): Standing[] {
  const found: Standing[] = [];
  const walk = (node: Node, value: unknown, path: (string | number)[], owner: Loose, name: string | undefined): void => {
    if (value === null || value === undefined) return;
    switch (node.kind) {
      case 'station':
        if (typeof value === 'number') found.push({ path, station: value, about: node.about, owner, name });
        return;
      case 'list':
        if (Array.isArray(value)) value.forEach((item, i) => walk(node.item, item, [...path, i], owner, name));
        return;
      case 'choice': {
        const option = node.options.get((value as Loose)[node.by]);
        if (option) walk(option, value, path, owner, name);
        return;
      }
      case 'object': {
        const own = value as Loose;
        const called = typeof own.name === 'string' ? own.name : name;
        for (const [key, field] of node.fields) walk(field, own[key], [...path, key], own, called);
      }
    }
  };
  const root = nodeOf(schema);
  // The document's own name is no name for what stands in it.
  if (root?.kind === 'object')
    for (const [key, field] of root.fields) walk(field, (document as Loose)[key], [key], document as Loose, undefined);
  return found;
}

/** The document with every station where `map` says; shares every part that holds none. */
export function mapStations<T>(schema: z.ZodType<T>, document: T, map: (station: number) => number): T {
  const walk = (node: Node, value: unknown): unknown => {
    if (value === null || value === undefined) return value;
    switch (node.kind) {
      case 'station':
        return map(value as number);
      case 'list':
        return (value as unknown[]).map((item) => walk(node.item, item));
      case 'choice': {
        const option = node.options.get((value as Loose)[node.by]);
        return option ? walk(option, value) : value;
      }
      case 'object': {
        const own = value as Loose;
        const fields = node.fields.filter(([key]) => own[key] !== undefined).map(([key, field]) => [key, walk(field, own[key])] as const);
        return { ...own, ...Object.fromEntries(fields) };
      }
    }
  };
  const root = nodeOf(schema);
  return root ? (walk(root, document) as T) : document;
}

/** Says of every station of a run that lies off it, and of every stretch that goes down. */
export function checkStations(schema: z.ZodType, document: unknown, run: { from: number; to: number }, context: z.RefinementCtx): void {
  for (const { path, station: here, about, owner, name } of stationsIn(schema, document)) {
    const issue = (message: string) => context.addIssue({ code: 'custom', path, message });
    if (!about.anywhere && !(here >= run.from - STATION_SLACK && here <= run.to + STATION_SLACK))
      issue(
        `${name === undefined ? (about.what ?? 'This') : `“${name}”`} at ${here} m lies off the run, which goes from ${run.from} m to ${run.to} m.`,
      );
    if (path.at(-1) === 'to' && typeof owner.from === 'number' && here - owner.from < STATION_SLACK)
      issue('It ends where it begins or before; give the greater station second.');
  }
}
