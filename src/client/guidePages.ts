/** The pages of the guide, read once from the server; again after that failed. */
import { z } from 'zod';

const guidePage = z.strictObject({
  id: z.string().max(40),
  title: z.string().max(200),
  /** The words alone, to be searched. */
  text: z.string().max(50_000),
  html: z.string().max(100_000),
});
export type GuidePage = z.infer<typeof guidePage>;
const answerOf = z.strictObject({ pages: z.array(guidePage).min(1) });

/** An answer that takes longer has got lost. */
const LONGEST_MS = 20_000;

let pages: Promise<GuidePage[]> | null = null;

export function readGuide(): Promise<GuidePage[]> {
  pages ??= fetch('/api/guide', { signal: AbortSignal.timeout(LONGEST_MS) })
    .then(async (answer) => {
      if (!answer.ok) throw new Error(`the server answers ${answer.status}`);
      return answerOf.parse(await answer.json()).pages;
    })
    .catch((error: unknown) => {
      pages = null;
      throw error;
    });
  return pages;
}
