import { database } from '@/server/database';
import { hasFile, keepPicture, sha256 } from '@/server/files';
import { handle, readBytes } from '@/server/http';
import { mostPhoneBody } from '@/server/sharing/limits';
import { countPhoto } from '@/server/sharing/quota';
import { shareByCode } from '@/server/sharing/shares';

/** Keeps a photo of a step with the job; the same photo is kept once. */
export const POST = (request: Request, { params }: { params: Promise<{ code: string }> }) =>
  handle(async () => {
    const db = database();
    const share = shareByCode(db, (await params).code, new Date().toISOString());
    const bytes = await readBytes(request, mostPhoneBody.photo);
    const kept = db.transaction(() => {
      const before = hasFile(db, share.jobId, sha256(bytes));
      if (!before) countPhoto(db, share, bytes.length);
      return keepPicture(db, share.jobId, bytes);
    });
    return Response.json(kept.immediate());
  });
