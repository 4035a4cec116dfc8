/** Words on a drawing: how long it takes to place them, cold and when nothing but the view has moved. */
import type { Job } from '@/core/job/job';
import { random, seedOf } from '@/core/statistics/random';
import { around, type Label, type Placed, placeLabels } from '@/editor/labels/placeLabels';
import { textWidth } from '@/editor/labels/textWidth';
import { sheetLabels } from '@/editor/sheet/sheetLabels';
import { sheetSpace } from '@/editor/sheet/sheetSpace';

const runs = 200;

/** Median time of a piece of work, ms. */
function medianMs(work: () => unknown): string {
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return `${(times[runs >> 1] ?? NaN).toFixed(2)} ms`;
}

/** 150 words at random on a sheet of 1100 × 620 px, each with 40 places around its point. */
function scattered(): Label[] {
  const r = random(seedOf('words', 1));
  return Array.from({ length: 150 }, (_, i): Label => {
    const at = [r.uniform() * 1100, r.uniform() * 620] as const;
    return { id: `w${i}`, rank: 1, places: around(at, 60, 15, 6, { rings: 5 }), optional: false };
  });
}

export function labelFigures(job: Job): { what: string; value: string }[] {
  const words = scattered();
  const before: Placed = placeLabels(words, []);
  const space = sheetSpace(job, 'ground');
  if (!space) throw new Error('the demo job has no ground floor');
  const sheet = { job, space, stage: 'plan', scale: 46, fields: [], layer: 'headroom', moved: null } as const;
  const ground = () => {
    const { labels, signs, soft } = sheetLabels({ ...sheet, measure: textWidth });
    return placeLabels(labels, signs, soft);
  };
  return [
    { what: '150 words at random, none placed before', value: medianMs(() => placeLabels(words, [])) },
    { what: 'the same again', value: medianMs(() => placeLabels(words, [], [], before)) },
    { what: `the ground floor of the demo house, ${ground().size} words`, value: medianMs(ground) },
  ];
}
