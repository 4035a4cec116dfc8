import type { Metadata } from 'next';
import { CodeForm } from '@/features/walk/CodeForm';

export const metadata: Metadata = { title: 'Walk · Nestle' };

export default function WalkDoor() {
  return (
    <main className="mx-auto max-w-[560px]">
      <p className="flex h-[50px] items-center border-b border-ink px-4 text-[17px] font-bold">Nestle</p>
      <CodeForm />
    </main>
  );
}
