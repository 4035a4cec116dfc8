import { calendarOf } from '@/server/calendar';
import { database } from '@/server/database';
import { handle } from '@/server/http';
import { jobRows } from '@/server/summary';

export const dynamic = 'force-dynamic';

/** All visits with a day as iCalendar, for any calendar program. */
export const GET = () =>
  handle(() => {
    const text = calendarOf(jobRows(database()), new Date());
    return new Response(text, {
      headers: {
        'content-type': 'text/calendar; charset=utf-8',
        'content-disposition': 'attachment; filename="visits.ics"',
      },
    });
  });
