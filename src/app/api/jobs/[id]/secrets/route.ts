import { database } from '@/server/database';
import { handle, readJson } from '@/server/http';
import { secretSchema } from '@/server/sealed';
import { dropSecret, keepSecret, secretsOf } from '@/server/secrets';

export const dynamic = 'force-dynamic';

type Context = { params: Promise<{ id: string }> };

/** The sealed passwords of a job. */
export const GET = (_: Request, { params }: Context) =>
  handle(async () => Response.json({ secrets: secretsOf(database(), (await params).id) }));

/** Keeps one, sealed in the browser. */
export const PUT = (request: Request, { params }: Context) =>
  handle(async () => {
    const { id } = await params;
    keepSecret(database(), id, await readJson(request, secretSchema, 20_000), new Date().toISOString());
    return Response.json({ secrets: secretsOf(database(), id) });
  });

/** Forgets one. */
export const DELETE = (request: Request, { params }: Context) =>
  handle(async () => {
    const { id } = await params;
    const kind = secretSchema.shape.kind.parse(new URL(request.url).searchParams.get('kind'));
    dropSecret(database(), id, kind, new Date().toISOString());
    return Response.json({ secrets: secretsOf(database(), id) });
  });
