import { guidePicture } from '@/server/guide';
import { handle } from '@/server/http';

/** A picture in the guide. */
export const GET = (_: Request, { params }: { params: Promise<{ name: string }> }) =>
  handle(async () => {
    const picture = guidePicture((await params).name);
    return picture
      ? new Response(new Uint8Array(picture), { headers: { 'content-type': 'image/png' } })
      : Response.json({ error: 'There is no such picture.' }, { status: 404 });
  });
