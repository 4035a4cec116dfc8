import { Report } from '@/panels/report/Report';

export default function Page() {
  return (
    <main>
      <Report />
    </main>
  );
}
