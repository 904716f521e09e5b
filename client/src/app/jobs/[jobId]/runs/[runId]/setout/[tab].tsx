import { SetOutScreen } from '../../../../../../features/dig/SetOutScreen';
import { StepRoute } from '../../../../../../features/frame/StepRoute';

export default function Route() {
  return <StepRoute step="setout">{(tab) => <SetOutScreen tab={tab} />}</StepRoute>;
}
