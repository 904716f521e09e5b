import { benchStrikes } from './clear/risk.bench';
import { benchGrade } from './line/grade/grade.bench';
import { benchArrange } from './makeup/arrange/arrange.bench';
import { benchPlan } from './plan.bench';

benchPlan();
benchStrikes();
benchArrange();
await benchGrade();
