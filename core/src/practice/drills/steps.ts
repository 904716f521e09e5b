import { pick } from '../../chance';
import { gateAfter, procedure, protectionMethods, refusalOf, type ProtectionMethod } from '../../protection/steps';
import { drawn, drillKind } from './drill';

/** How far a way of digging and holding is done: its steps in their order. `offered`: steps to choose the next from. */
export interface StepsFacts {
  method: ProtectionMethod;
  done: string[];
  offered: string[];
}
export const methodNames: Record<ProtectionMethod, string> = {
  shield: 'A box lowered as it is dug',
  shieldWhole: 'A box set into the dug trench',
  shores: 'Shores from above',
  sheets: 'Sheets and frames',
  slope: 'Sides laid back',
  noEntry: 'Nobody goes in',
};

/** Which step comes next. Harder: further on, more to choose from. */
export const stepsDrill = drillKind<StepsFacts>({
  make: (chance, level) => {
    const method = pick(chance, protectionMethods);
    const steps = procedure(method);
    // Far enough from the end that a wrong step is left to offer.
    const at = Math.floor(chance() * (steps.length - 2));
    const done = steps.slice(0, at).map(({ id }) => id);
    const left = steps.slice(at).map(({ id }) => id);
    const may = left.filter((id) => refusalOf(steps, done, id) === undefined);
    const next = may[Math.floor(chance() * may.length)] as string;
    const wrong = drawn(
      chance,
      left.filter((id) => !may.includes(id)),
    ).slice(0, level + 1);
    return { method, done, offered: drawn(chance, [next, ...wrong]) };
  },
  pose: ({ method, done, offered }) => {
    const steps = procedure(method);
    const named = (id: string) => steps.find((step) => step.id === id)?.do ?? id;
    const last = done.at(-1);
    const right = offered.find((id) => refusalOf(steps, done, id) === undefined) as string;
    const hazard = steps.find(({ id }) => id === right)?.hazard ?? '';
    return {
      question: 'What may be done next?',
      given: [
        `Way: ${methodNames[method].toLowerCase()}`,
        last === undefined ? 'Nothing is done yet' : `Done last: ${named(last)}`,
        `Safe to enter: ${gateAfter(steps, done)}`,
      ],
      choices: offered.map((id) => {
        const refused = refusalOf(steps, done, id);
        return {
          id,
          text: named(id),
          right: refused === undefined,
          why: [refused ?? `Everything it needs is done. Mind: ${hazard.toLowerCase()}.`],
        };
      }),
      reasoning: [
        ...offered.flatMap((id) => {
          const refused = refusalOf(steps, done, id);
          return refused === undefined ? [] : [`${named(id)}: ${refused}`];
        }),
        `${named(right)}: everything it needs is done.`,
        'Order of the steps: usual practice and the maker’s tables; theirs rule.',
      ],
    };
  },
});
