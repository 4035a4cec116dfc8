import { LinksStage } from '@/features/links/LinksStage';

export default function Page() {
  return <LinksStage />;
}
