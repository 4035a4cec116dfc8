import type { ReactNode } from 'react';
import { Shell } from '@/shell/Shell';

export default async function StagesLayout({
  params,
  children,
}: {
  params: Promise<{ id: string }>;
  children: ReactNode;
}) {
  return <Shell jobId={(await params).id}>{children}</Shell>;
}
