import { guidePages } from '@/server/guide';
import { handle } from '@/server/http';

/** The pages of the guide. */
export const GET = () => handle(() => Response.json({ pages: guidePages() }));
