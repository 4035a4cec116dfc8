import { database } from '@/server/database';
import { hasFile, keepPicture, sha256 } from '@/server/files';
import { handle, readBytes } from '@/server/http';
import { mostPhoneBody } from '@/server/sharing/limits';
import { countPhoto } from '@/server/sharing/quota';
import { noteSpotPhoto } from '@/server/sharing/spotPhoto';
import { shareByCode } from '@/server/sharing/shares';

/** Keeps a photo of a step with the job, or, with spot=ID, of a spot; the same photo is kept once. */
export const POST = (request: Request, { params }: { params: Promise<{ code: string }> }) =>
  handle(async () => {
    const db = database();
    const now = new Date().toISOString();
    const share = shareByCode(db, (await params).code, now);
    const spotId = new URL(request.url).searchParams.get('spot');
    const bytes = await readBytes(request, mostPhoneBody.photo);
    const kept = db.transaction(() => {
      const before = hasFile(db, share.jobId, sha256(bytes));
      if (!before) countPhoto(db, share, bytes.length);
      return keepPicture(db, share.jobId, bytes);
    });
    const picture = kept.immediate();
    if (spotId) noteSpotPhoto(db, share.jobId, picture.fileId, spotId.slice(0, 64), now);
    return Response.json(picture);
  });
