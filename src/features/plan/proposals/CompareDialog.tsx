'use client';

import type { Figure } from '@/ui/explanations';
import { Explain } from '@/ui/Explain';
import type { ReactNode } from 'react';
import { find } from '@/core/job/job';
import type { Proposal } from '@/core/optimise/proposal';
import { proposalWords } from '@/core/optimise/proposalWords';
import { DialogFrame } from '@/ui/DialogFrame';
import { StatusMark } from '@/ui/marks';
import { usePlanning } from '@/client/planning';
import { useJob } from '@/client/store/JobProvider';
import { minutesText } from '@/ui/time';
import { moneyText, sureText } from '@/ui/units';

/** All proposals side by side, the best of each line in bold. */
export function CompareDialog({ onClose }: { onClose: () => void }) {
  const job = useJob((s) => s.job);
  const { id, currency } = job.info;
  const proposals = usePlanning(id, (s) => s.proposals);
  const robust = usePlanning(id, (s) => s.robust);
  const money = (v: number) => moneyText(v, currency);
  const number = (spotId: string | undefined) => find(job, 'spot', spotId)?.number ?? '?';
  const rows: {
    name: string;
    of?: Figure;
    best?: (p: Proposal) => number;
    text: (p: Proposal) => ReactNode;
  }[] = [
    { name: 'Parts', best: (p) => -p.partsEur, text: (p) => money(p.partsEur) },
    { name: 'Work', best: (p) => -p.minutes, text: (p) => minutesText(p.minutes) },
    { name: 'Parts and work', best: (p) => -p.costEur, text: (p) => money(p.costEur) },
    { name: 'Holes', best: (p) => -p.holes, text: (p) => p.holes },
    {
      name: 'New units',
      best: (p) => -p.units.length - (p.main ? 1 : 0),
      text: (p) => p.units.length + (p.main ? 1 : 0),
    },
    { name: 'Needs met', best: (p) => p.met, text: (p) => `${p.met} of ${p.spots}` },
    {
      name: 'Lowest headroom',
      of: 'lowestHeadroom',
      best: (p) => p.worst?.headroomDb ?? 0,
      text: (p) => (p.worst ? `${p.worst.headroomDb.toFixed(1)} dB at ${number(p.worst.spotId)}` : 'none'),
    },
    {
      name: 'Certainty there',
      of: 'certainty',
      best: (p) => p.worst?.certainty ?? 1,
      text: (p) => (p.worst ? sureText(p.worst.certainty) : 'none'),
    },
    {
      name: 'All needs at once',
      of: 'atOnce',
      text: (p) => (
        <span className="inline-flex items-center gap-1.5">
          <StatusMark mark={p.fitsAtOnce ? 'met' : 'thin'} size={11} />
          {p.fitsAtOnce ? 'fits' : 'not enough capacity'}
        </span>
      ),
    },
    {
      name: 'All needs met, of cases',
      of: 'robust',
      best: (p) => robust[p.kind]?.allMet ?? 0,
      text: (p) => (robust[p.kind] ? sureText(robust[p.kind]?.allMet ?? 0) : 'computing …'),
    },
    {
      name: 'Search',
      text: (p) => (p.proven ? 'optimal' : p.gapEur === null ? 'best found' : `within ${money(p.gapEur)}`),
    },
    {
      name: 'Units',
      text: (p) => (
        <ul className="text-left text-[12px]">
          {p.units.map((u) => (
            <li key={u.letter} className="pb-1">
              <b>{u.letter}</b> {u.product}, {u.place}; {u.link}
            </li>
          ))}
        </ul>
      ),
    },
  ];
  return (
    <DialogFrame title="Compare proposals" wide onClose={onClose}>
      <table className="mt-2 w-full">
        <thead>
          <tr>
            <td />
            {proposals.map((p) => (
              <th
                key={p.kind}
                scope="col"
                className="border-b-[1.5px] border-ink px-2 py-1 text-right text-[11.5px] font-semibold text-muted first-letter:uppercase"
              >
                {proposalWords[p.kind]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ name, of, best, text }) => {
            const top = best && Math.max(...proposals.map(best));
            return (
              <tr key={name} className="border-b border-rule align-top">
                <th scope="row" className="py-1 pr-2 text-left font-normal whitespace-nowrap text-muted">
                  {of ? <Explain of={of}>{name}</Explain> : name}
                </th>
                {proposals.map((p) => (
                  <td
                    key={p.kind}
                    className={`px-2 py-1 text-right ${best && best(p) === top ? 'font-bold' : ''}`}
                  >
                    {text(p)}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </DialogFrame>
  );
}
