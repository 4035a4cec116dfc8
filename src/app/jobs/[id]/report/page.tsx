import { Report } from '@/ui/report/Report';

export default function Page() {
  return <Report />;
}
