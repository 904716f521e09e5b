/** What somebody may do in a job. `enter`: write in its book; `inspect`: what opens Safe to enter and Ready to cover; `own`: who else comes in. */
export const abilities = ['see', 'countersign', 'enter', 'inspect', 'plan', 'issue', 'own'] as const;
export type Ability = (typeof abilities)[number];

/** What people are in a job; somebody may be several of them. */
export const roles = {
  owner: { name: 'Owner', may: abilities },
  planner: { name: 'Planner', may: ['see', 'countersign', 'plan', 'issue'] },
  competent: {
    name: 'Competent person',
    may: ['see', 'countersign', 'enter', 'inspect'],
  },
  crew: { name: 'Crew', may: ['see', 'countersign', 'enter'] },
  reader: { name: 'Reader', may: ['see', 'countersign'] },
} as const satisfies Record<string, { name: string; may: readonly Ability[] }>;
export type Role = keyof typeof roles;
export const roleIds = Object.keys(roles) as [Role, ...Role[]];

/** May somebody with these roles do this? */
export const may = (has: readonly Role[], ability: Ability): boolean =>
  has.some((role) => (roles[role].may as readonly Ability[]).includes(ability));

/** Why somebody with these roles may not do this; undefined where they may. */
export function mayNot(has: readonly Role[], ability: Ability): string | undefined {
  if (may(has, ability)) return undefined;
  const who = roleIds.filter((role) => may([role], ability)).map((role) => roles[role].name.toLowerCase());
  const are = has.map((role) => roles[role].name.toLowerCase()).join(', ');
  return `In this job ${who.join(' or ')} may do this. You are ${are || 'not one of its people'}.`;
}
