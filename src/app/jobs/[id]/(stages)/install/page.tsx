import { InstallStage } from '@/features/install/InstallStage';

export default function Page() {
  return <InstallStage />;
}
