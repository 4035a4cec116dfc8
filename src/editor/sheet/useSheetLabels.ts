'use client';

import { answerFor } from './answerFor';
import { useMemo, useState } from 'react';
import { useJob } from '@/client/store/JobProvider';
import type { Job } from '@/core/job/job';
import type { Spot } from '@/core/job/records';
import { type Placed, placeLabels } from '@/editor/labels/placeLabels';
import { roughWidth, textWidth } from '@/editor/labels/textWidth';
import { useInBrowser } from '@/ui/useInBrowser';
import { sheetLabels, type SheetWords } from './sheetLabels';
import type { SheetSpace, SheetStage } from './sheetSpace';

/** Labels by the plane that draws them; a part is the same object as long as nothing in it has moved. */
export interface SheetPlaces {
  still: Placed;
  coverage: Placed;
  live: Placed;
}

const partOf = (id: string): keyof SheetPlaces =>
  id.startsWith('isoline ') ? 'coverage' : /^(room|building|circuit) /.test(id) ? 'still' : 'live';

const none: Placed = new Map();

/** Where labels stood last, by sheet, so that they stay there while they can. */
class LabelMemory {
  private readonly all = new Map<string, Placed>();
  private last: SheetPlaces = { still: none, coverage: none, live: none };

  place(key: string, words: SheetWords): SheetPlaces {
    const { labels, signs, soft } = sheetLabels(words);
    const placed = placeLabels(labels, signs, soft, this.all.get(key));
    this.all.set(key, placed);
    const parts = (['still', 'coverage', 'live'] as const).map((part) => {
      const made = new Map([...placed].filter(([id]) => partOf(id) === part));
      return [part, isSame(made, this.last[part]) ? this.last[part] : made] as const;
    });
    this.last = Object.fromEntries(parts) as unknown as SheetPlaces;
    return this.last;
  }
}

function isSame(a: Placed, b: Placed): boolean {
  if (a.size !== b.size) return false;
  for (const [id, p] of a) {
    const q = b.get(id);
    if (q?.x !== p.x || q.y !== p.y || q.text !== p.text || q.upright !== p.upright) return false;
  }
  return true;
}

/** Places all words of a sheet together; anew where the job, the scale or the coverage has changed. */
export function useSheetLabels(
  job: Job,
  space: SheetSpace | null,
  stage: SheetStage,
  scale: number,
  moved: Spot | null,
): SheetPlaces {
  // the first picture is that of the server
  const measured = useInBrowser();
  const [memory] = useState(() => new LabelMemory());
  const answer = useJob((s) => answerFor(s, stage, space?.storey.id));
  return useMemo(() => {
    if (!space) return { still: none, coverage: none, live: none };
    return memory.place(`${space.storey.id} ${stage} ${measured}`, {
      ...{ job, space, stage, scale, moved, measure: measured ? textWidth : roughWidth },
      fields: answer?.rooms ?? [],
      layer: answer?.request.layer ?? 'headroom',
    });
  }, [memory, job, space, stage, scale, moved, answer, measured]);
}
