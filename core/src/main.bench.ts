import { benchStrikes } from './clear/risk.bench';
import { benchGrade } from './line/grade/grade.bench';
import { benchEnvelope } from './machine/machine.bench';
import { benchArrange } from './makeup/arrange/arrange.bench';
import { benchPlan } from './plan.bench';
import { benchWorks } from './sequence/sequence.bench';

benchPlan();
benchStrikes();
benchArrange();
benchEnvelope();
await benchGrade();
await benchWorks();
