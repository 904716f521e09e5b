// npm run docs: writes the parts of docs/ that are generated from the core, so that they cannot drift from it.
import { mkdirSync, writeFileSync } from 'node:fs';
import {
  beddings,
  evidences,
  formatBatter,
  formatGradient,
  formatPercent,
  grounds,
  jobFileSchema,
  machines,
  MISCLOSURE,
  protections,
  riskAssumptions,
  ruleInfo,
  ruleKeys,
  ruleSetIds,
  ruleSets,
  SELF_CLEANSING,
  SELF_CLEANSING_BASIS,
  services,
} from '@tamper/core';
import { z } from 'zod';

const docs = new URL('../docs/', import.meta.url);

export const jobJsonSchema = (): string => {
  const schema = z.toJSONSchema(jobFileSchema, { io: 'input' });
  return `${JSON.stringify({ ...schema, title: 'Tamper job file' }, null, 2)}\n`;
};

const row = (...cells: unknown[]): string => `| ${cells.join(' | ')} |`;
const table = (head: string[], rows: string[]): string => [row(...head), row(...head.map(() => '---')), ...rows].join('\n');
const metres = (value: number) => `${Number(value.toFixed(4))} m`;

export function rulesPage(): string {
  const rules = ruleSetIds.map((id) => {
    const set = ruleSets[id];
    const rows = ruleKeys.map((key) => {
      const { value, basis } = set.rules[key];
      const shown =
        value === null
          ? 'as assessed'
          : ruleInfo[key].quantity === 'batter'
            ? formatBatter(value)
            : ruleInfo[key].quantity === 'days'
              ? `${value} days`
              : metres(value);
      return row(ruleInfo[key].label, `\`${key}\``, shown, basis);
    });
    return `## ${set.name} (\`${id}\`)\n\nLeast width: ${set.widthBasis}.\n\n${table(['rule', 'key', 'default', 'basis'], rows)}`;
  });
  return (
    [
      '# Defaults and what they rest on',
      'Generated from the core by `npm run docs`; do not edit. Every number is a default: check your local code. Any rule can be changed for a job, with a reason that stays on the record.',
      ...rules,
      `## Ground\n\n${table(
        ['ground', 'swell', 'shrink', 'repose', 'basis'],
        Object.values(grounds).map((g) =>
          row(g.name, formatPercent(g.swell), formatPercent(g.shrink), `${Math.round((g.repose * 180) / Math.PI)}°`, g.basis),
        ),
      )}`,
      `## Bedding\n\n${table(
        ['material', 'density compacted', 'loose per compacted', 'basis'],
        Object.values(beddings).map((b) => row(b.name, `${b.density} kg/m³`, b.bulking, b.basis)),
      )}`,
      `## Supports\n\n${table(
        ['support', 'panel each side', 'basis'],
        Object.values(protections).map((p) => row(p.name, metres(p.panel), p.basis)),
      )}`,
      `## Services\n\n${table(
        ['service', 'DN', 'OD', 'wall', 'least cover field / footway / road', 'least fall', 'Manning n', 'tightest bend', 'basis'],
        services.map((s) =>
          row(
            s.name,
            metres(s.dn),
            metres(s.od),
            metres(s.wall),
            `${s.minCover.field} / ${s.minCover.footway} / ${s.minCover.road} m`,
            s.minFall > 0 ? formatGradient(s.minFall, 'metric') : 'level',
            s.roughness || '–',
            s.minBend > 0 ? metres(s.minBend) : 'straight',
            s.coverBasis,
          ),
        ),
      )}\n\nSlowest flow that keeps a drain clean: ${SELF_CLEANSING} m/s. ${SELF_CLEANSING_BASIS}.`,
      `## Machines\n\n${table(
        ['class', 'mass', 'width, tracks in / out', 'height', 'track', 'reaches up', 'digs', 'basis'],
        Object.values(machines).map((m) =>
          row(
            m.name,
            `${m.mass} kg`,
            `${m.width} / ${m.widthOut} m`,
            metres(m.height),
            metres(m.track),
            metres(m.reachUp),
            `${m.digRate} m³/h`,
            m.basis,
          ),
        ),
      )}`,
      `## Evidence of existing lines\n\n${table(
        ['evidence', 'position may be off by', 'basis'],
        Object.values(evidences).map((e) => row(e.name, metres(e.uncertainty), e.basis)),
      )}`,
      `## Strike risk\n\nPlanning assumptions to compare ways of working, not a forecast for a site.\n\n${table(
        ['taken for granted', 'value'],
        Object.values(riskAssumptions).map((a) => row(a.basis, a.value)),
      )}`,
      `## Levelling\n\nMisclosure allowed: ${MISCLOSURE * 1000} mm per √km, changed in the level book itself; shared out by distance, or by set-ups where none is booked.`,
    ].join('\n\n') + '\n'
  );
}

if (process.argv[1]?.endsWith('docs.ts')) {
  mkdirSync(docs, { recursive: true });
  writeFileSync(new URL('job.schema.json', docs), jobJsonSchema());
  writeFileSync(new URL('rules.md', docs), rulesPage());
}
