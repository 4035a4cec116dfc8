import { QuotePage } from '@/features/quote/QuotePage';

export default function Page() {
  return <QuotePage />;
}
