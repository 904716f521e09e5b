import { abilities, may, mayNot, roleIds, type Ability, type Role } from './roles';
import { accountName, code, passphrase, rolesSchema } from './schema';
import { isPin } from './limits';
import { kinds, needOf, type Entry, type Fact } from '../book';
import { countersignFault, countersignsOf } from '../book/countersigns';
import { bookEntry } from '../testing';

/** Who may do what, as it was decided: written down here once more. */
const ALLOWED: Record<Role, readonly Ability[]> = {
  owner: ['see', 'countersign', 'enter', 'inspect', 'plan', 'issue', 'own'],
  planner: ['see', 'countersign', 'plan', 'issue'],
  competent: ['see', 'countersign', 'enter', 'inspect'],
  crew: ['see', 'countersign', 'enter'],
  reader: ['see', 'countersign'],
};
test.each(roleIds)('%s may do what was decided, and is told who may do the rest', (role) => {
  for (const ability of abilities) {
    expect(may([role], ability)).toBe(ALLOWED[role].includes(ability));
    const why = mayNot([role], ability);
    if (ALLOWED[role].includes(ability)) expect(why).toBeUndefined();
    else
      expect(why).toMatch(
        new RegExp(`^In this job .*owner.* may do this\\. You are ${role === 'competent' ? 'competent person' : role}\\.$`),
      );
  }
});
test('somebody who is several things may do what each of them may; somebody who is nothing may do nothing', () => {
  expect(may(['planner', 'crew'], 'enter')).toBe(true);
  expect(may(['planner', 'crew'], 'inspect')).toBe(false);
  for (const ability of abilities) expect(mayNot([], ability)).toMatch(/not one of its people/);
});

test('what opens a gate, and a drill that is set, needs a competent person; that something is wrong does not', () => {
  const competent = Object.values(kinds).flatMap(({ kind, needs }) => (needs === 'inspect' ? [kind] : []));
  expect(competent.sort()).toEqual(['closed', 'coverReady', 'drillSet', 'inspection', 'settled', 'soil']);
  const ready = (ok: boolean): Fact => ({
    kind: 'coverReady',
    from: 0,
    to: 2,
    points: [{ id: 'future', ok, note: '' }],
    revision: '00000000-0000-4000-8000-000000000000',
  });
  expect([needOf(ready(true)), needOf(ready(false))]).toEqual(['inspect', 'enter']);
  expect(needOf({ kind: 'unknown', said: 'newer', raw: {} })).toBe('enter');
  expect(needOf({ kind: 'wrong', why: 'a slip' })).toBe('enter');
});

test('names, passphrases, codes and PINs are read as people type them', () => {
  expect(accountName.parse('  Dana Dig ')).toBe('Dana Dig');
  for (const bad of ['', 'D', 'Dana\u200bDig', 'Dana\u202e', 'x'.repeat(200)]) expect(accountName.safeParse(bad).success).toBe(false);
  expect(passphrase.safeParse('eleven chars').success).toBe(true);
  expect(passphrase.safeParse('eleven char').success).toBe(false);
  for (const typed of ['k7mq-ab2c-xy9z', 'K7MQ AB2C XY9Z', ' k7mqab2cxy9z ']) expect(code.parse(typed)).toBe('k7mqab2cxy9z');
  for (const bad of ['', 'k7mq-ab2c', 'k7mq-ab2c-xy9z-aaaa']) expect(code.safeParse(bad).success).toBe(false);
  expect(['4711', '47110815'].every(isPin)).toBe(true);
  expect(['471', '471108151', '47a1', ''].some(isPin)).toBe(false);
  expect(rolesSchema.safeParse(['crew', 'crew']).success).toBe(false);
  expect(rolesSchema.safeParse([]).success).toBe(false);
});

test('countersigned by somebody else, by account where there are accounts; the last word of each counts', () => {
  const AT = '2026-11-28T10:00:00Z';
  const by = (author: string, account: string | undefined, fact: Fact) => {
    const kept = bookEntry(fact, AT);
    return { ...kept, entry: { ...kept.entry, author, ...(account === undefined ? {} : { account }) } };
  };
  const [a, b] = ['00000000-0000-4000-8000-00000000000a', '00000000-0000-4000-8000-00000000000b'];
  const note = by('Dana', a, { kind: 'note', station: null, note: 'seen' });
  const sign = (author: string, account: string | undefined, so = true) =>
    by(author, account, { kind: 'countersigned', of: note.entry.id, so, note: '' });
  const faultOf = (signed: ReturnType<typeof sign>, book = [note]) => countersignFault(signed.entry as Entry<'countersigned'>, book);
  expect(faultOf(sign('Cora', b))).toBeUndefined();
  expect(faultOf(sign('Dana', b))).toBeUndefined();
  expect(faultOf(sign('Another name', a))).toMatch(/Nobody countersigns their own/);
  expect(faultOf(sign(' dana ', undefined))).toMatch(/Nobody countersigns their own/);
  expect(faultOf(sign('Cora', b), [])).toMatch(/not in this book/);
  const once = sign('Cora', b);
  const onIt = by('Erin', undefined, { kind: 'countersigned', of: once.entry.id, so: true, note: '' });
  expect(countersignFault(onIt.entry as Entry<'countersigned'>, [note, once])).toMatch(/countersigns another entry already/);
  const [yes, no, other] = [sign('Cora', b), sign('Cora', b, false), sign('Erin', undefined)];
  expect(countersignsOf([note, yes, no, other], note.entry.id)).toEqual([no, other]);
  expect(countersignsOf([note, { ...yes, refused: true }], note.entry.id)).toEqual([]);
});
