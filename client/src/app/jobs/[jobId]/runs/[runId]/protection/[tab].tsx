import { StepRoute } from '../../../../../../features/frame/StepRoute';
import { ProtectionScreen } from '../../../../../../features/protection/ProtectionScreen';

export default function Route() {
  return <StepRoute step="protection">{(tab) => <ProtectionScreen tab={tab} />}</StepRoute>;
}
