import Link from 'next/link';

/** The head of a page that is about no job, with the way back. */
export function PageHead({ title }: { title: string }) {
  return (
    <header className="flex h-11 items-center border-b border-ink">
      <Link href="/" className="text-[17px] font-bold">
        Nestle
      </Link>
      <h1 className="ml-3 border-l border-strong pl-3 font-bold">{title}</h1>
      <Link href="/" className="ml-auto font-semibold text-action">
        All jobs
      </Link>
    </header>
  );
}
