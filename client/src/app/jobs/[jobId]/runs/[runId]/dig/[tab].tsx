import { DigScreen } from '../../../../../../features/dig/DigScreen';
import { StepRoute } from '../../../../../../features/frame/StepRoute';

export default function Route() {
  return <StepRoute step="dig">{(tab) => <DigScreen tab={tab} />}</StepRoute>;
}
