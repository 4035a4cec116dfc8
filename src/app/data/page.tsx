import type { Metadata } from 'next';
import { DataPage } from '@/features/data/DataPage';
import { dataState } from '@/server/dataState';

export const metadata: Metadata = { title: 'Your data · Nestle' };

export default function Page() {
  return <DataPage initial={dataState()} />;
}
