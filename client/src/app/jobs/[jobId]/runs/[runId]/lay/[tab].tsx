import { LayScreen } from '../../../../../../features/lay/LayScreen';
import { StepRoute } from '../../../../../../features/frame/StepRoute';

export default function Route() {
  return <StepRoute step="lay">{(tab) => <LayScreen tab={tab} />}</StepRoute>;
}
