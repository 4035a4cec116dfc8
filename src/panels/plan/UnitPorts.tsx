'use client';

import { useMemo } from 'react';
import type { Unit } from '@/core/job/records';
import { mediumWords } from '@/core/media/mediumWords';
import { portsOf } from '@/core/media/ports';
import { PartHead } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import { lengthText } from '@/ui/units';

/** What hangs on a unit's ports, and the power that they give. Nothing where nothing hangs on it. */
export function UnitPorts({ unit }: { unit: Unit }) {
  const job = useJob((s) => s.job);
  const ports = useMemo(() => portsOf(job, unit.id), [job, unit.id]);
  if (!ports || (ports.used.length === 0 && ports.poePorts === 0)) return null;
  const { used, poePorts, poeUsed, givesW, budgetW } = ports;
  return (
    <section aria-label={`Ports of ${unit.letter}`}>
      <PartHead right={`${used.length} of ${ports.ports} used`}>Ports of {unit.letter}</PartHead>
      <ul>
        {used.map(({ id, medium, lengthM, to, power, unpowered }) => (
          <li key={id} className="flex items-baseline gap-2 border-b border-rule py-1">
            <b className="min-w-6">{to}</b>
            <span className="min-w-0 flex-1">
              {mediumWords[medium]}
              {lengthM !== null && `, ${lengthText(lengthM, job.info.lengths, 0)}`}
              {power && (
                <span className={`block text-[12px] ${power.ok ? 'text-muted' : 'text-rust-text'}`}>
                  {power.sourceW === null || power.deviceV === null
                    ? 'This cable cannot carry the power it needs.'
                    : `${power.sourceW.toFixed(1)} W from ${power.from === 'port' ? 'the port' : 'its injector'}, ${power.deviceV.toFixed(1)} V arrive${power.ok ? '' : ': not enough'}`}
                </span>
              )}
              {unpowered && <span className="block text-[12px] text-rust-text">needs PoE: none here</span>}
            </span>
          </li>
        ))}
      </ul>
      {poePorts > 0 && (
        <p
          className={`pt-1 text-[12px] ${poeUsed > poePorts || (budgetW !== null && givesW > budgetW) ? 'text-rust-text' : 'text-muted'}`}
        >
          Power: {poeUsed} of {poePorts} ports, {givesW.toFixed(1)} W
          {budgetW === null ? '' : ` of ${budgetW} W`}.
        </p>
      )}
    </section>
  );
}
