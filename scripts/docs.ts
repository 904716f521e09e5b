// npm run docs: writes the parts of docs/ that are generated from the core, so that they cannot drift from it.
import { mkdirSync, writeFileSync } from 'node:fs';
import {
  CABLE_JOINT,
  COUPLER,
  coveringPrices,
  CYCLE_BASIS,
  DYNAMIC,
  LIFT_BASIS,
  looseDensity,
  MOVE_HOURS,
  PRICE_BASIS,
  SLING_MASS,
  SNAKE,
  structurePrices,
  structureTypes,
  surfacePrices,
  TERMINATION,
  usualRates,
  groundIds,
  BED_BASIS,
  beddings,
  COHESIVE_RIBBON,
  deepestReach,
  dryStrengths,
  placingRates,
  kits,
  LONGEST_SHIFT,
  permeability,
  PERMEABILITY_BASIS,
  PULL,
  SHORE_BASIS,
  shoreSpacings,
  soilMaterials,
  SUCTION_MOST,
  thumbs,
  BEDDING_CONSTANT,
  BEDDING_FACTOR,
  compactions,
  coverPlates,
  PLATE_BASIS,
  ownerProfiles,
  DEFLECTION_BASIS,
  DEFLECTION_LIMIT,
  families,
  FILL_BASIS,
  FLOAT_BASIS,
  FLOAT_SAFETY,
  FRICTION,
  LAG,
  largestGrain,
  loadCovers,
  MARSTON_K,
  PERSON_PULL,
  PULL_BASIS,
  ratingBasis,
  RIGID_BASIS,
  RIGID_SAFETY,
  ROCK_BED,
  separations,
  supportClasses,
  surfaceMaterials,
  tapeSchools,
  TOOTH,
  usualSeparation,
  weights,
  WEIGHTS_BASIS,
  wheels,
  evidences,
  formatGradient,
  formatPercent,
  grounds,
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
  PRODUCT_BASIS,
  products,
} from '@tamper/core';
import { jobFileSchema } from '@tamper/core/job/schema';
import { SPREAD } from '@tamper/core/programme';
import { JOINT } from '@tamper/core/order';
import { ruleQuantities } from '@tamper/core/quantities';
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
      const shown = value === null ? 'as assessed' : ruleQuantities[ruleInfo[key].quantity].show(value, 'metric');
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
        ['material', 'largest grain', 'sharp', 'side support', 'density compacted', 'loose per compacted', 'basis'],
        Object.values(beddings).map((b) =>
          row(b.name, metres(b.largest), b.sharp ? 'yes' : 'no', supportClasses[b.support].name, `${b.density} kg/m³`, b.bulking, b.basis),
        ),
      )}\n\nLargest grain by bore: ${largestGrain
        .map(({ dn, grain }) => `${metres(grain)} ${Number.isFinite(dn) ? `to DN ${dn * 1000}` : 'above'}`)
        .join(
          ', ',
        )}. Over rock a bed of ${metres(ROCK_BED)} at least. ${BED_BASIS}.\n\nSide support E′ from dumped to dense: ${Object.values(
        supportClasses,
      )
        .map(({ name, from, to }) => `${name.toLowerCase()} ${from / 1e6}–${to / 1e6} MPa`)
        .join(', ')}; ${Object.values(compactions)
        .map(({ name, share }) => `${name.toLowerCase()} ${formatPercent(share)} of the way`)
        .join(', ')}.`,
      `## Layers over the line\n\n${Object.values(tapeSchools)
        .map(({ name, distance, basis }) => `Tape ${name.toLowerCase()}: ${metres(distance)}. ${basis}.`)
        .join(' ')} Cover plates: ${coverPlates.map(({ name }) => name.toLowerCase()).join(', ')} mm. ${PLATE_BASIS}.\n\n${table(
        ['surface layer', 'density compacted', 'loose per compacted'],
        Object.values(surfaceMaterials).map(({ name, density, bulking }) => row(name, `${density} kg/m³`, bulking)),
      )}`,
      `## What owners ask for\n\nSchools that differ; a job may hold profiles of its own, picked line by line. Empty: as usual for the kind of line.\n\n${table(
        ['school', 'least bed', 'usual bed', 'cover field / footway / road', 'tape', 'beside / over others', 'to be seen'],
        ownerProfiles.map(({ name, bed, cover, tape, apart, inspections }) =>
          row(
            name,
            bed ? metres(bed.least) : '',
            bed ? metres(bed.usual) : '',
            cover ? [cover.field, cover.footway, cover.road].map(metres).join(' / ') : '',
            tape ? `${tapeSchools[tape.school].name.toLowerCase()} ${metres(tape.distance)}` : '',
            apart ? `${metres(apart.across)} / ${metres(apart.over)}` : '',
            inspections,
          ),
        ),
      )}`,
      `## Distances between lines\n\nBetween families nothing else is said of ${metres(usualSeparation.apart)}, between lines of one family ${metres(usualSeparation.alike)} (${usualSeparation.basis}; ${usualSeparation.alikeBasis.toLowerCase()}). Beside each other or one over the other: one of the two is enough.\n\n${ruleSetIds
        .map(
          (id) =>
            `**${ruleSets[id].name}**\n\n${table(
              ['between', 'and', 'beside', 'over', 'upper', 'basis'],
              separations[id].map(({ between: [a, b], across, over, upper, basis }) =>
                row(
                  families[a].name,
                  families[b].name,
                  metres(across),
                  metres(over),
                  upper ? families[upper].name : upper === null ? 'never' : 'either',
                  basis,
                ),
              ),
            )}`,
        )
        .join('\n\n')}\n\nBucket passes overlap by ${metres(TOOTH)} at least.`,
      `## Checks of a line\n\n${table(
        ['taken for granted', 'value', 'basis'],
        [
          row('Unit weights', `${weights.moist / 1000}, ${weights.saturated / 1000}, ${weights.water / 1000} kN/m³`, WEIGHTS_BASIS),
          row('Floating: factor of safety', FLOAT_SAFETY, FLOAT_BASIS),
          row('Flattening of a flexible pipe', `${formatPercent(DEFLECTION_LIMIT)}; DL ${LAG}, K ${BEDDING_CONSTANT}`, DEFLECTION_BASIS),
          row('Rigid pipe', `Kμ′ ${MARSTON_K}, bedding factor ${BEDDING_FACTOR}, safety ${RIGID_SAFETY}`, RIGID_BASIS),
          ...Object.entries(wheels).map(([surface, { load, a, b, impact, basis }]) =>
            row(`Wheel on a ${surface}`, `${load / 1000} kN × ${impact} on ${a} × ${b} m`, basis),
          ),
          ...loadCovers.map(({ name, cover, basis }) => row(`Cover before: ${name.toLowerCase()}`, metres(cover), basis)),
          row('Current rating', 'table with factors', ratingBasis('metric')),
          row('Conduit fill', '53, 31, 40 %', FILL_BASIS),
          row('Pulling', `friction ${FRICTION}; one person ${PERSON_PULL} N`, PULL_BASIS),
        ],
      )}`,
      `## Supports\n\n${table(
        ['support', 'panel each side', 'basis'],
        Object.values(protections).map((p) => row(p.name, metres(p.panel), p.basis)),
      )}`,
      `## Supports to hire\n\nGeneric; a job holds tables of its own, and they rule.\n\n${table(
        ['supports', 'kind', 'clear width', 'panel', 'rated to', 'size', 'mass', 'hire a day', 'basis'],
        kits.map((k) =>
          row(
            k.name,
            k.kind,
            `${metres(k.least)} to ${metres(k.most)}`,
            metres(k.panel),
            metres(k.depth),
            k.kind === 'shield'
              ? `${metres(k.length)} long, ${metres(k.height)} high, up to ${k.extensions} × ${metres(k.extension)}`
              : k.kind === 'shores'
                ? `${k.cylinders.map(({ name }) => name).join(', ')}; ${k.pressure.least / 1e6}–${k.pressure.most / 1e6} MPa; ${k.fluid * 1000} l a cylinder, ${formatPercent(k.mixes.summer)} concentrate in summer, ${formatPercent(k.mixes.winter)} in winter`
                : `sheets ${metres(k.width)}, toe ${metres(k.toe)}, frames ${metres(k.frameLength)} long, ${metres(k.frameApart)} apart`,
            k.kind === 'sheets' ? `${k.mass} kg/m², frame ${k.frameMass} kg` : `${k.mass} kg`,
            k.hire,
            k.source,
          ),
        ),
      )}\n\nShores apart at most, to 10, 15 and 20 ft deep: ${Object.entries(shoreSpacings)
        .map(([soil, rows]) => `type ${soil} ${rows.map(({ spacing }) => metres(spacing)).join(', ')}`)
        .join(
          '; ',
        )}. ${SHORE_BASIS}. Drawing a shield: ${PULL.basis}. ${placingRates.basis}: box ${placingRates.box} h, move ${placingRates.move} h, set of shores ${placingRates.set} h, sheet ${placingRates.sheet} h, frame ${placingRates.frame} h.`,
      `## Soil by hand and eye\n\n${table(
        ['what it is', 'best class'],
        Object.values(soilMaterials).map(({ name, best, why }) => row(name, `${best}: ${why}`)),
      )}\n\n${table(
        ['test', 'answer', 'best class'],
        [
          ...Object.values(thumbs).map(({ name, best }) => row('Thumb', name, best)),
          ...Object.values(dryStrengths).map(({ name, best }) => row('Dry lump', name, best)),
        ],
      )}\n\nA ribbon of ${metres(COHESIVE_RIBBON)} shows clay. A vane counts double. Cracked, shaken or disturbed ground is B at best, wet or dipping ground C; what nobody looked at counts as seen. 29 CFR 1926 Subpart P App. A, the manual and visual tests.`,
      `## Water in the ground\n\nHow fast it comes through: ${Object.entries(permeability)
        .map(([ground, k]) => `${ground} ${k} m/s`)
        .join(', ')}. ${PERMEABILITY_BASIS}. A suction pump lifts ${SUCTION_MOST} m at most. A shift is ${LONGEST_SHIFT} h at most.`,
      `## Pipes, ducts and cables\n\nGeneric, no maker’s own. ${PRODUCT_BASIS}.\n\n${table(
        [
          'product',
          'family',
          'DN',
          'OD',
          'wall',
          'least cover field / footway / road',
          'least fall',
          'n',
          'tightest bend',
          'mass',
          'stock',
          'beds',
          'bed',
          'basis of the cover',
        ],
        products().map((s) =>
          row(
            s.trade ? `${s.name} (${s.trade})` : s.name,
            families[s.family].name,
            metres(s.dn),
            metres(s.od),
            metres(s.wall),
            `${s.minCover.field} / ${s.minCover.footway} / ${s.minCover.road} m`,
            s.minFall > 0 ? formatGradient(s.minFall, 'metric') : 'level',
            s.roughness || '–',
            s.minBend > 0 ? metres(s.minBend) : 'straight',
            `${s.mass} kg/m`,
            `${s.stock.form} ${metres(s.stock.length)}`,
            s.beds.map((id) => beddings[id].name).join(', '),
            metres(s.bed),
            s.coverBasis,
          ),
        ),
      )}\n\nSlowest flow that keeps a drain clean: ${SELF_CLEANSING} m/s. ${SELF_CLEANSING_BASIS}.`,
      `## Machines\n\n${table(
        [
          'class',
          'mass',
          'width, tracks in / out',
          'height',
          'track',
          'reaches up',
          'digs down',
          'arm: foot, boom, stick, teeth',
          'bucket, cycle',
          'tips over: ahead, blade; centre behind axis',
          'ram, breaks out',
          'hour',
          'buckets',
          'basis',
        ],
        Object.values(machines).map((m) =>
          row(
            m.name,
            `${m.mass} kg`,
            `${m.width} / ${m.widthOut} m`,
            metres(m.height),
            metres(m.track),
            metres(m.reachUp),
            metres(deepestReach(m.arm)),
            `${m.arm.foot.x}/${m.arm.foot.z}, ${m.arm.boom}, ${m.arm.stick}, ${m.arm.tip} m`,
            `${m.bucketArea} m³/m, ${m.cycle} s`,
            `${m.front}, ${m.blade}; ${m.cog} m`,
            `${m.lift} kg·m, ${m.breakout.bucket / 1000} / ${m.breakout.stick / 1000} kN`,
            String(m.hour),
            m.buckets.map(metres).join(', '),
            m.basis,
          ),
        ),
      )}`,
      `## Works\n\nLifting: ${LIFT_BASIS}; ${SLING_MASS} kg of sling, ${formatPercent(DYNAMIC - 1)} more on the move. Cycles: ${CYCLE_BASIS}; ${MOVE_HOURS * 60} min from one place to the next. Loose soil: ${groundIds.map((id) => `${id} ${Math.round(looseDensity(id))} kg/m³`).join(', ')}.\n\nAn hour of the crew: bed ${usualRates.bed} m³, fill ${usualRates.fill} m³; lays ${Object.entries(
        usualRates.lay,
      )
        .map(([kind, rate]) => `${kind} ${rate} m`)
        .join(
          ', ',
        )}. ${usualRates.basis}. Hours of a piece vary by ${formatPercent(SPREAD)}.\n\nCable: ${formatPercent(SNAKE)} slack, ${TERMINATION} m a termination, ${JOINT} m a side in a joint, bays ${structureTypes.joint.pit.length} × ${structureTypes.joint.pit.width} m.\n\nPrices, in the job's own money. ${PRICE_BASIS}: ${[
        ...Object.entries(surfacePrices).map(([id, price]) => `${id} ${price} a m³`),
        ...Object.entries(structurePrices).map(([id, price]) => `${id} ${price}`),
        ...Object.entries(coveringPrices).map(([id, price]) => `${id} ${price}`),
      ].join(', ')}; a coupler as ${COUPLER} m of its pipe, a cable joint ${CABLE_JOINT}.`,
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
