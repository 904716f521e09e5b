import { StepRoute } from '../../../../../../features/frame/StepRoute';
import { LogisticsScreen } from '../../../../../../features/logistics/LogisticsScreen';

export default function Route() {
  return <StepRoute step="works">{(tab) => <LogisticsScreen tab={tab} />}</StepRoute>;
}
