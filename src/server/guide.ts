/** The guide: pages of `docs/guide`, made into what the page shows. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { marked } from 'marked';

interface GuidePage {
  id: string;
  title: string;
  /** The words alone, to be searched. */
  text: string;
  html: string;
}

const docs = join(process.cwd(), 'docs');
/** In this order; what is not named comes after, by name. */
const order = [
  'start',
  'practice',
  'survey',
  'before',
  'plan',
  'links',
  'install',
  'prove',
  'handover',
  'measuring',
];
const rank = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length);
const pictureName = /^[a-z0-9-]{1,40}\.png$/;

/** One page from its text: `# Title`, then Markdown. Pictures of the application are asked for at the server. */
export function guidePage(id: string, markdown: string): GuidePage {
  const title = /^# (.+)$/m.exec(markdown)?.[1] ?? id;
  const body = markdown.replace(/^# .+$/m, '').trim();
  const shown = body.replaceAll('](../screenshots/', '](/api/guide/pictures/');
  return {
    id,
    title,
    text: body
      .replace(/!\[[^\]]*\]\([^)]*\)/g, '')
      .replace(/[*_`#]/g, '')
      .replace(/\s+/g, ' ')
      .trim(),
    html: marked.parse(shown, { async: false }),
  };
}

/** All pages, where to begin first. */
export const guidePages = (folder = join(docs, 'guide')): GuidePage[] =>
  readdirSync(folder)
    .filter((f) => f.endsWith('.md'))
    .map((f) => guidePage(f.slice(0, -3), readFileSync(join(folder, f), 'utf8')))
    .sort((a, b) => rank(a.id) - rank(b.id) || (a.title < b.title ? -1 : 1));

/** A picture of the guide; null where there is none of that name. */
export function guidePicture(name: string): Buffer | null {
  const file = join(docs, 'screenshots', name);
  return pictureName.test(name) && existsSync(file) ? readFileSync(file) : null;
}
