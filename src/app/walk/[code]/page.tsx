import type { Metadata } from 'next';
import { WalkApp } from '@/features/walk/WalkApp';

export const metadata: Metadata = { title: 'Walk · Nestle' };

/** The page holds nothing of the job: that comes under the code, and is kept on the phone. */
export default async function Walk({ params }: { params: Promise<{ code: string }> }) {
  return <WalkApp code={(await params).code.toUpperCase()} />;
}
