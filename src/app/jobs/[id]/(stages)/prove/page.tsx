import { ProveStage } from '@/features/prove/ProveStage';

export default function Page() {
  return <ProveStage />;
}
