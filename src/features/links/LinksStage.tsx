'use client';

import { colour } from '@/ui/colour';
import PageLink from 'next/link';
import { useMemo, useState } from 'react';
import { find } from '@/core/job/job';
import type { Link, Unit } from '@/core/job/records';
import { lossSteps } from '@/core/media/lossSteps';
import { StatusMark } from '@/ui/marks';
import { PlanTotals } from '@/panels/plan/PlanTotals';
import { Snags } from '@/panels/plan/Snags';
import { UnitLink } from '@/panels/plan/UnitLink';
import { UnitPorts } from '@/panels/plan/UnitPorts';
import { useBackhaulOptions } from '@/panels/plan/useBackhaulOptions';
import { Segmented } from '@/ui/primitives';
import { LinkIcon } from '@/editor/sheet/LinkLines';
import { PegIcon } from '@/editor/sheet/Peg';
import { Hint, Inspector } from '@/shell/Inspector';
import { Section } from '@/editor/section/Section';
import { useJob } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { lengthText } from '@/ui/units';
import { RecordPanel } from '@/panels/why/RecordPanel';
import { LinkList } from './LinkList';
import { LinkTable } from './LinkTable';
import { CoaxTree, MainsSteps } from './LossTree';
import { Materials } from './Materials';
import { type Use, WiringSection } from './WiringSection';

/** How every unit is fed: the property cut open with its wiring, each medium side by side, what it takes. */
export function LinksStage() {
  const [use, setUse] = useState<Use>('one');
  const job = useJob((s) => s.job);
  const load = useJob((s) => s.network?.load);
  const selectedId = useJob((s) => s.selectedId);
  const unit = find(job, 'unit', selectedId);
  const options = useBackhaulOptions(unit?.planned ? unit : undefined);
  const links = job.links.filter(
    (l) => find(job, 'unit', l.unitId)?.planned && find(job, 'unit', l.fromUnitId)?.planned,
  );
  return (
    <>
      <aside aria-label="Property" className="shell-left">
        <Section stage="plan" />
        <LinkList />
        <PlanTotals />
      </aside>
      <main className="shell-centre">
        <div className="flex min-h-[50px] shrink-0 items-center justify-between gap-x-4 gap-y-1 border-b border-rule bg-panel px-4 py-1 max-md:flex-wrap">
          <div className="min-w-0">
            <h2 className="truncate text-[17px] leading-tight font-bold">The wiring of {job.info.name}</h2>
            <p className="flex items-center gap-1.5 text-[12.5px] text-muted" data-testid="stage-summary">
              {load && <StatusMark mark={load.fits ? 'met' : 'short'} size={12} />}
              {load
                ? `All needs at once: ${load.fits ? 'fits' : 'not enough capacity'}. ${links.length} ${links.length === 1 ? 'link' : 'links'}.`
                : 'Computing …'}
            </p>
          </div>
          <Segmented
            label="Values on the links"
            value={use}
            onChange={setUse}
            options={[
              { value: 'one', text: 'One test device' },
              { value: 'all', text: 'All needs at once' },
            ]}
          />
        </div>
        <div className="shell-sheet flex min-h-0 flex-1 flex-col">
          <WiringSection use={use} options={options} />
        </div>
        <WiringLegend use={use} />
        <div className="shell-ledger grid max-h-[236px] min-h-[150px] shrink-0 grid-cols-2 gap-x-6 overflow-auto border-t border-ink bg-panel px-4 py-2 max-md:max-h-none max-md:grid-cols-1">
          <div className="[&_div:first-child]:mt-0">
            <Snags />
          </div>
          <Materials />
          <PageLink
            href={`/jobs/${job.info.id}/quote`}
            className="mt-3 inline-flex h-9 items-center rounded-(--radius) border border-strong bg-panel px-3 font-semibold hover:bg-paper pointer-coarse:h-11"
          >
            Make a quote
          </PageLink>
        </div>
      </main>
      <Inspector empty={<LinksHint />}>{unit ? <LinkPanel unit={unit} /> : <RecordPanel />}</Inspector>
    </>
  );
}

function WiringLegend({ use }: { use: Use }) {
  const media: { medium: Link['medium']; text: string }[] = [
    { medium: 'ethernet', text: 'Ethernet, fibre' },
    { medium: 'coax', text: 'Coax' },
    { medium: 'powerline', text: 'Powerline' },
    { medium: 'wireless', text: 'Wireless' },
  ];
  return (
    <div className="flex min-h-[40px] shrink-0 flex-wrap items-center gap-x-3.5 gap-y-1 border-t border-ink bg-panel px-4 py-1.5 text-[12px]">
      {media.map((m) => (
        <span key={m.medium} className="flex items-center gap-1.5">
          <LinkIcon link={m} /> {m.text}
        </span>
      ))}
      <span className="flex items-center gap-2">
        <svg width={44} height={14} aria-hidden="true">
          <path d="M0 7H44" stroke={colour.ink} strokeWidth={13} />
          <path d="M0 7H44" stroke={colour.cell} strokeWidth={11} />
          {use === 'all' && <path d="M0 7H44" stroke={colour.head4} strokeWidth={5} />}
        </svg>
        {use === 'all' ? 'Width: capacity; fill: in use' : 'Width: capacity'}
      </span>
      <span className="flex items-center gap-2">
        <svg width={34} height={14} aria-hidden="true">
          <path d="M0 7H34" stroke={colour.muted} strokeWidth={1.4} strokeDasharray="7 4" />
        </svg>
        Grey: possible
      </span>
    </div>
  );
}

function LinksHint() {
  return (
    <>
      <Hint title="Links">
        <p>
          Choose a unit to compare its link options: rate of the unit, rate and certainty at its lowest spot,
          cost and work. Click an option to use it.
        </p>
        <p>Units are placed and moved in Plan (3).</p>
      </Hint>
      <LinkTable />
    </>
  );
}

function LinkPanel({ unit }: { unit: Unit }) {
  const job = useJob((s) => s.job);
  const unfed = useJob((s) => s.network?.unfed.find((u) => u.unitId === unit.id));
  const link = job.links.find((l) => l.unitId === unit.id);
  const rate = useJob((s) => s.network?.links.find((l) => l.linkId === link?.id)?.downMbps);
  const losses = useMemo(() => (link ? lossSteps(job, link) : null), [job, link]);
  const parent = find(job, 'unit', link?.fromUnitId);
  return (
    <>
      <div className="flex items-center gap-3 border-b border-rule px-4 py-3">
        <PegIcon letter={unit.letter} look="selected" size={38} />
        <div className="min-w-0 flex-1">
          <h2 className="truncate text-[16px] font-bold">{find(job, 'kit', unit.kitId)?.name}</h2>
          <p className="truncate text-muted">
            {unit.name}, {lengthText(unit.heightM, job.info.lengths)} up
          </p>
        </div>
        {rate !== undefined && (
          <span className="text-right leading-tight font-bold max-[1099px]:mr-10">
            {rateText(rate)}
            <span className="block text-[11.5px] font-normal text-muted">Mbps</span>
          </span>
        )}
      </div>
      <div className="px-4 pb-4">
        {unfed && (
          <p className="mt-3 flex gap-2 font-semibold text-rust-text">
            <StatusMark mark="short" /> {unfed.why}. No connection.
          </p>
        )}
        <UnitLink unit={unit} />
        {typeof losses === 'string' && <p className="mt-3 text-rust-text">No link: {losses}.</p>}
        {losses && typeof losses !== 'string' && losses.medium === 'coax' && (
          <CoaxTree losses={losses} portsMbps={rate} letters={[parent?.letter ?? '?', unit.letter]} />
        )}
        {losses && typeof losses !== 'string' && losses.medium === 'powerline' && (
          <MainsSteps losses={losses} />
        )}
        <UnitPorts unit={unit} />
        <Snags about={[unit.id, ...(link ? [link.id] : [])]} />
      </div>
    </>
  );
}
