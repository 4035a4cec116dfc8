import { database } from '@/server/database';
import { fileOf } from '@/server/files';
import { handle } from '@/server/http';

/** A picture of the job. Its name is its content, so it may be kept for good. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string; fileId: string }> }) =>
  handle(async () => {
    const { id, fileId } = await params;
    const file = fileOf(database(), id, fileId);
    if (!file) return new Response('There is no such file.', { status: 404 });
    return new Response(new Uint8Array(file.bytes), {
      headers: { 'content-type': file.mime, 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });
