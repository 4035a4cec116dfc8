import { database } from '@/server/database';
import { fileOf, hasFile } from '@/server/files';
import { handle } from '@/server/http';
import { fetchFile, lackingFiles } from '@/server/office/crewFiles';
import { crew } from '@/server/office/running';

/** A picture of the job. Its name is its content, so it may be kept for good. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string; fileId: string }> }) =>
  handle(async () => {
    const { id, fileId } = await params;
    const db = database();
    const nc = hasFile(db, id, fileId) ? null : crew()?.connected();
    // a file of another laptop comes from the office when it is opened
    if (nc && lackingFiles(db, id).includes(fileId)) await fetchFile(db, nc, id, fileId);
    const file = fileOf(db, id, fileId);
    if (!file) return new Response('There is no such file.', { status: 404 });
    return new Response(new Uint8Array(file.bytes), {
      headers: { 'content-type': file.mime, 'cache-control': 'private, max-age=31536000, immutable' },
    });
  });
