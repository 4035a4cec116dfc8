'use client';

import { mediumWords } from '@/core/media/mediumWords';
import { find } from '@/core/job/job';
import type { Id, Link } from '@/core/job/records';
import { LinkIcon } from '@/editor/sheet/LinkLines';
import { PegIcon } from '@/editor/sheet/Peg';
import { useJob } from '@/client/store/JobProvider';

/** The units that the householder has, where they stand and how they are fed. */
export function ReportUnits() {
  const job = useJob((s) => s.job);
  const units = job.units.filter((u) => u.planned).sort((a, b) => a.letter.localeCompare(b.letter));
  const linkOf = (id: Id): Link | undefined => job.links.find((l) => l.unitId === id);
  return (
    <section className="mt-8 break-inside-avoid">
      <h2 className="border-b-[1.5px] border-ink pb-1 text-[17px] font-bold">Your units</h2>
      <ul className="grid grid-cols-2 gap-x-10 max-[699px]:grid-cols-1">
        {units.map((u) => {
          const link = linkOf(u.id);
          const from = find(job, 'unit', link?.fromUnitId);
          return (
            <li key={u.id} className="flex items-center gap-3 border-b border-rule py-2">
              <PegIcon letter={u.letter} look="installed" size={32} />
              <span className="min-w-0 flex-1">
                <b>{find(job, 'kit', u.kitId)?.name}</b>
                <span className="block text-[12.5px] text-muted">
                  {u.name}, {find(job, 'storey', u.storeyId)?.name.toLowerCase()}
                  {from
                    ? `; ${link ? mediumWords[link.medium].toLowerCase() : ''} from ${from.letter}`
                    : '; from the incoming line'}
                </span>
              </span>
              {link && <LinkIcon link={link} />}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
