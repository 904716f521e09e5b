import { soilName } from '../ground/classify';
import { lengths, type Sentences } from './said';

const BASIS = '29 CFR 1926 Subpart P App. A practice; a competent person classes the soil';

export const groundWords: Sentences<'ground'> = {
  'ground.claim': ({ facts: { planned, tested } }) => ({
    what: `Planned as ${soilName(planned)}; the tests show ${soilName(tested)}`,
    why: 'Walls and supports are chosen by the class: weaker ground needs flatter walls and closer supports.',
    basis: BASIS,
  }),
  'ground.untested': ({ facts: { depth, soil } }, reader) => ({
    what: `No soil test down to ${lengths(reader)(depth)} here: ${soilName(soil)} is a guess`,
    why: 'Untested ground counts as type C.',
    basis: BASIS,
  }),
};
