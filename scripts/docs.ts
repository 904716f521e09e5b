// npm run docs: writes the parts of docs/ that are generated from the core, so that they cannot drift from it.
import { mkdirSync, writeFileSync } from 'node:fs';
import {
  beddings,
  formatBatter,
  grounds,
  jobFileSchema,
  protections,
  ruleInfo,
  ruleKeys,
  ruleSetIds,
  ruleSets,
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
  return [
    '# Defaults and what they rest on',
    'Generated from the core by `npm run docs`; do not edit. Every number is a default: check your local code. Any rule can be changed for a job, with a reason that stays on the record.',
    ...rules,
    `## Ground\n\n${table(
      ['ground', 'swell', 'shrink', 'repose', 'basis'],
      Object.values(grounds).map((g) => row(g.name, `${g.swell * 100} %`, `${g.shrink * 100} %`, `${Math.round((g.repose * 180) / Math.PI)}°`, g.basis)),
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
      ['service', 'DN', 'OD', 'wall', 'least cover field / footway / road', 'basis'],
      services.map((s) => row(s.name, metres(s.dn), metres(s.od), metres(s.wall), `${s.minCover.field} / ${s.minCover.footway} / ${s.minCover.road} m`, s.coverBasis)),
    )}`,
  ].join('\n\n') + '\n'; // prettier-ignore
}

if (process.argv[1]?.endsWith('docs.ts')) {
  mkdirSync(docs, { recursive: true });
  writeFileSync(new URL('job.schema.json', docs), jobJsonSchema());
  writeFileSync(new URL('rules.md', docs), rulesPage());
}
