import { FillScreen } from '../../../../../../features/fill/FillScreen';
import { StepRoute } from '../../../../../../features/frame/StepRoute';

export default function Route() {
  return <StepRoute step="fill">{(tab) => <FillScreen tab={tab} />}</StepRoute>;
}
