import { benchStrikes } from './existing/risk.bench';
import { benchGrade } from './alignment/grade/grade.bench';
import { benchDig } from './dig/dig.bench';
import { benchCover } from './gates/cover.bench';
import { benchRecord } from './record/record.bench';
import { benchEnvelope } from './machine/machine.bench';
import { benchArrange } from './trench/arrange/arrange.bench';
import { benchPlan } from './plan/plan.bench';
import { benchWorks } from './studies/programme/sequence.bench';

benchPlan();
benchStrikes();
benchArrange();
benchEnvelope();
benchDig();
benchCover();
benchRecord();
await benchGrade();
await benchWorks();
