import { database } from '@/server/database';
import { handle } from '@/server/http';
import { practiceTruth } from '@/server/practice';

export const dynamic = 'force-dynamic';

/** SIMULATED: the true house of a practice job, which the learner asks for with the result. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  handle(async () => Response.json(practiceTruth(database(), (await params).id)));
