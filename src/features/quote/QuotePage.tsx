'use client';

import Link from 'next/link';
import { Toaster } from 'sonner';
import { SaveState } from '@/client/saving/SaveState';
import { useJob } from '@/client/store/JobProvider';
import { useInBrowser } from '@/ui/useInBrowser';
import { useLive } from '@/ui/useLive';
import { BusinessForm } from './BusinessForm';
import { CustomerForm } from './CustomerForm';
import { InvoiceList } from './InvoiceList';
import { QuoteList } from './QuoteList';

/** Quote and customer: for whom, by whom, what is offered, and what was agreed. */
export function QuotePage() {
  useLive();
  const there = useInBrowser();
  const job = useJob((s) => s.job);
  if (!there) return <main aria-busy="true" className="min-h-dvh bg-paper" />;
  return (
    <main className="mx-auto min-h-dvh max-w-[1100px] bg-paper px-6 pb-10 max-[699px]:px-4">
      <header className="flex items-baseline gap-4 border-b border-ink py-3">
        <Link href={`/jobs/${job.info.id}/links`} className="font-semibold text-action">
          Back to the job
        </Link>
        <h1 className="text-[22px] font-bold">Quote, {job.info.name}</h1>
        <span className="ml-auto">
          <SaveState />
        </span>
      </header>
      <div className="grid grid-cols-[minmax(0,1fr)_340px] gap-8 max-[899px]:grid-cols-1">
        <div>
          <QuoteList />
          <InvoiceList />
        </div>
        <div className="[&_label]:w-36">
          <CustomerForm />
          <BusinessForm />
        </div>
      </div>
      <Toaster position="bottom-left" toastOptions={{ className: 'nestle-toast' }} />
    </main>
  );
}
