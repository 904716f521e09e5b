import { StepRoute } from '../../../../../../features/frame/StepRoute';
import { TrenchScreen } from '../../../../../../features/run/TrenchScreen';

export default function Route() {
  return <StepRoute step="trench">{(tab) => <TrenchScreen tab={tab} />}</StepRoute>;
}
