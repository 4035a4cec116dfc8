import { BeforeStage } from '@/features/before/BeforeStage';

export default function Page() {
  return <BeforeStage />;
}
