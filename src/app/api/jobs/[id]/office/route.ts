import { z } from 'zod';
import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { takeAlong } from '@/server/office/crewFiles';
import { OfficeAwayError } from '@/server/office/officeErrors';
import { membershipOf } from '@/server/office/membership';
import { choose, jobAtOffice } from '@/server/office/officeView';
import { noteWhole } from '@/server/office/outbox';
import { crew, noteOpen } from '@/server/office/running';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

const asked = z.discriminatedUnion('do', [
  z.strictObject({ do: z.enum(['mine', 'theirs', 'retry', 'leave-out']), id: z.string().max(300) }),
  z.strictObject({ do: z.enum(['only', 'everyone', 'take-along']) }),
]);

/** How a job stands with the office. */
export const GET = (_: Request, { params }: Context) =>
  handle(async () => {
    const { id } = await params;
    noteOpen(id);
    return Response.json(jobAtOffice(database(), crew(), id));
  });

/** Chooses a value, sets the job to this laptop alone or to all, or takes its files along. */
export const POST = (request: Request, { params }: Context) =>
  handle(async () => {
    const body = await readJson(request, asked, 2000);
    const [db, jobId, now] = [database(), (await params).id, new Date().toISOString()];
    switch (body.do) {
      case 'only':
      case 'everyone':
        noteWhole(db, jobId, 'only', body.do === 'only' ? (membershipOf(db)?.laptopId ?? '') : '', now);
        break;
      case 'take-along': {
        const nc = crew()?.connected();
        if (!nc) throw new OfficeAwayError();
        await takeAlong(db, nc, jobId);
        break;
      }
      default:
        choose(db, jobId, body.do, body.id, now);
    }
    crew()?.nudge();
    return Response.json(jobAtOffice(db, crew(), jobId));
  });
