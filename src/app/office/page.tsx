import type { Metadata } from 'next';
import { connection } from 'next/server';
import { OfficePage } from '@/features/office/OfficePage';
import { database } from '@/server/database';
import { troubleOf } from '@/server/dataTrouble';
import { officeView } from '@/server/office/officeView';
import { crew } from '@/server/office/running';
import { DataTrouble } from '@/ui/DataTrouble';

export const metadata: Metadata = { title: 'Office and laptops · Nestle' };

function view() {
  try {
    return { found: officeView(database(), crew()) };
  } catch (error) {
    const trouble = troubleOf(error);
    if (trouble) return { trouble };
    throw error;
  }
}

export default async function Page() {
  await connection();
  const had = view();
  return 'trouble' in had ? (
    <DataTrouble message={had.trouble.message} details={had.trouble.details} />
  ) : (
    <OfficePage initial={had.found} />
  );
}
