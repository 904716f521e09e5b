import { StepRoute } from '../../../../../../features/frame/StepRoute';
import { SiteScreen } from '../../../../../../features/site/SiteScreen';

export default function Route() {
  return <StepRoute step="site">{(tab) => <SiteScreen tab={tab} />}</StepRoute>;
}
