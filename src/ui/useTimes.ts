'use client';

import { createContext, useContext, useMemo } from 'react';
import type { CountryGroup } from '@/core/job/records';
import { dateShort, dateText, timeText, weekdayShort, whenText } from './time';

/** Where the open job is; Europe where none is open. */
export const RegionContext = createContext<CountryGroup>('europe');

/** Times and days as they are written where the job is. */
export function useTimes() {
  const region = useContext(RegionContext);
  return useMemo(
    () => ({
      timeText: (at: number | string) => timeText(at, region),
      dateText: (at: number | string) => dateText(at, region),
      whenText: (iso: string) => whenText(iso, region),
      dateShort: (day: string) => dateShort(day, region),
      weekdayShort: (day: string) => weekdayShort(day, region),
    }),
    [region],
  );
}
