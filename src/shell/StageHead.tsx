'use client';

import { PanelLeftClose, PanelLeftOpen, PanelRightClose, PanelRightOpen } from 'lucide-react';
import type { ReactNode } from 'react';
import { find } from '@/core/job/job';
import { type Mark, StatusMark } from '@/ui/marks';
import { useJob } from '@/client/store/JobProvider';
import { IconButton } from '@/ui/primitives';
import { useKept } from '@/ui/useKept';

/** Title of the sheet: which storey, how it stands, and what can be done. */
export function StageHead({
  mark,
  summary,
  children,
}: {
  mark: Mark;
  summary: string;
  children?: ReactNode;
}) {
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const storey = find(job, 'storey', storeyId);
  const building = find(job, 'building', storey?.buildingId);
  const several = job.buildings.filter((b) => b.kind !== 'outdoors').length > 1;
  const title = !storey
    ? 'No storey'
    : building?.kind === 'outdoors'
      ? 'Site and outdoors'
      : building?.kind === 'outbuilding' || several
        ? `${building?.name}, ${storey.name.toLowerCase()}`
        : storey.name;
  return (
    <div className="flex min-h-[50px] shrink-0 items-center gap-x-3 gap-y-1 border-b border-rule bg-panel px-4 py-1 max-md:flex-wrap">
      <PanelSwitch side="left" />
      <div className="mr-auto min-w-0">
        <h2 className="truncate text-[17px] leading-tight font-bold">{title}</h2>
        <p
          className="flex items-center gap-1.5 truncate text-[12.5px] text-muted"
          data-testid="stage-summary"
        >
          <StatusMark mark={mark} size={12} /> {summary}
        </p>
      </div>
      <div className="flex shrink-0 items-center gap-2 max-md:shrink max-md:flex-wrap">{children}</div>
      <PanelSwitch side="right" />
    </div>
  );
}

const panelNames = { left: 'the panel at the left', right: 'the panel at the right' } as const;

/** Opens and closes a panel beside the sheet; not on narrow screens, where they lie apart. */
function PanelSwitch({ side }: { side: 'left' | 'right' }) {
  const [open, setOpen] = useKept(`panel-${side}`, true);
  const Icon =
    side === 'left' ? (open ? PanelLeftClose : PanelLeftOpen) : open ? PanelRightClose : PanelRightOpen;
  return (
    <span className="panel-switch -mx-1.5">
      <IconButton
        label={`${open ? 'Close' : 'Open'} ${panelNames[side]}`}
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <Icon size={18} strokeWidth={1.6} />
      </IconButton>
    </span>
  );
}
