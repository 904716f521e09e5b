import { benchStrikes } from './clear/risk.bench';
import { benchGrade } from './line/grade/grade.bench';
import { benchPlan } from './plan.bench';

benchPlan();
benchStrikes();
await benchGrade();
