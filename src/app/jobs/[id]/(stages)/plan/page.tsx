import { PlanStage } from '@/features/plan/PlanStage';

export default function Page() {
  return <PlanStage />;
}
