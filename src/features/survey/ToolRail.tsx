'use client';

import { Tip } from '@/ui/primitives';
import {
  Box,
  Cable,
  CircleDot,
  DoorOpen,
  EthernetPort,
  MousePointer2,
  Plug,
  Plus,
  RulerDimensionLine,
  Spline,
  SquareDashed,
} from 'lucide-react';
import { Fragment } from 'react';
import type { Tool } from '@/client/store/jobStore';
import { useJob, useJobStore } from '@/client/store/JobProvider';

const groups = [
  [{ tool: 'select', key: 'V', name: 'Select and move', Icon: MousePointer2 }],
  [
    { tool: 'wall', key: 'W', name: 'Wall', Icon: Spline },
    { tool: 'room', key: 'R', name: 'Room', Icon: SquareDashed },
    { tool: 'opening', key: 'D', name: 'Door or window', Icon: DoorOpen },
    { tool: 'thing', key: 'O', name: 'Obstacle', Icon: Box },
  ],
  [
    { tool: 'socket', key: 'P', name: 'Power socket', Icon: Plug },
    { tool: 'coax', key: 'C', name: 'Coax', Icon: CircleDot },
    { tool: 'data', key: 'N', name: 'Network', Icon: EthernetPort },
    { tool: 'route', key: 'K', name: 'Cable route', Icon: Cable },
  ],
  [
    { tool: 'spot', key: 'S', name: 'Spot', Icon: Plus },
    { tool: 'measure', key: 'M', name: 'Measure', Icon: RulerDimensionLine },
  ],
] as const;

/** The name of each tool, for the header. */
export const toolNames: Partial<Record<Tool, string>> = {
  ...Object.fromEntries(groups.flat().map((t) => [t.tool, t.name])),
  paint: 'Set wall construction',
  scale: 'Scale the picture',
};

/** The drawing tools with their keys, beside the sheet's frame. */
export function ToolRail() {
  const store = useJobStore();
  const active = useJob((s) => s.tool);
  return (
    <div
      role="toolbar"
      aria-label="Drawing tools"
      aria-orientation="vertical"
      className="tool-rail flex w-[46px] shrink-0 flex-col items-center gap-px overflow-y-auto border-r border-rule bg-panel py-1.5 max-[699px]:w-full max-[699px]:flex-row max-[699px]:overflow-x-auto max-[699px]:overflow-y-hidden max-[699px]:border-t max-[699px]:border-r-0 max-[699px]:px-2 max-[699px]:py-1"
    >
      {groups.map((group, i) => (
        <Fragment key={group[0].key}>
          {i > 0 && (
            <span
              className="my-1 h-px w-7 shrink-0 bg-rule max-[699px]:mx-1 max-[699px]:h-7 max-[699px]:w-px"
              aria-hidden="true"
            />
          )}
          {group.map(({ tool, key, name, Icon }) => (
            <Tip key={tool} text={`${name} (${key})`}>
              <button
                type="button"
                aria-label={`${name} (${key})`}
                aria-pressed={active === tool}
                className={`flex h-[42px] w-10 shrink-0 flex-col items-center justify-center rounded-(--radius) text-[11.5px] leading-none pointer-coarse:h-11 ${
                  active === tool ? 'bg-action text-panel' : 'hover:bg-chosen'
                }`}
                onClick={() => store.getState().set({ tool })}
              >
                <Icon size={18} strokeWidth={1.6} aria-hidden="true" />
                {key}
              </button>
            </Tip>
          ))}
        </Fragment>
      ))}
    </div>
  );
}
