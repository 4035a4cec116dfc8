import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="mx-auto max-w-lg p-10">
      <h1 className="text-[22px] font-bold">There is no such page or job</h1>
      <p className="mt-2 text-muted">It may be in the bin, or its address was mistyped.</p>
      <Link className="mt-4 inline-block font-semibold text-action underline" href="/">
        To the list of jobs
      </Link>
    </main>
  );
}
