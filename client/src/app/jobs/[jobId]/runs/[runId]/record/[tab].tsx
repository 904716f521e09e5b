import { RecordScreen } from '../../../../../../features/record/RecordScreen';
import { StepRoute } from '../../../../../../features/frame/StepRoute';

export default function Route() {
  return <StepRoute step="record">{(tab) => <RecordScreen tab={tab} />}</StepRoute>;
}
