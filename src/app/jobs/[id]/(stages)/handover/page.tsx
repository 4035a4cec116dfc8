import { HandoverStage } from '@/features/handover/HandoverStage';

export default function Page() {
  return <HandoverStage />;
}
