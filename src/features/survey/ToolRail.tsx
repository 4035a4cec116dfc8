'use client';

import { DoorOpen, Grid2x2Plus, MousePointer2, Plus, RulerDimensionLine, Spline } from 'lucide-react';
import type { Tool } from '@/ui/store/jobStore';
import { useJob, useJobStore } from '@/ui/store/JobProvider';

const tools = [
  { tool: 'select', key: 'V', name: 'Select and move', Icon: MousePointer2 },
  { tool: 'wall', key: 'W', name: 'Wall', Icon: Spline },
  { tool: 'room', key: 'R', name: 'Room', Icon: Grid2x2Plus },
  { tool: 'door', key: 'D', name: 'Door', Icon: DoorOpen },
  { tool: 'spot', key: 'S', name: 'Spot', Icon: Plus },
  { tool: 'measure', key: 'M', name: 'Measure', Icon: RulerDimensionLine },
] as const;

/** What each tool asks for now. */
export const toolHint: Record<Tool, string> = {
  select: '',
  wall: 'Wall: click its ends; Esc ends the chain',
  room: 'Room: click two opposite corners',
  door: 'Door: click on a wall',
  spot: 'Spot: click where someone uses the network',
  measure: 'Measure: click two points',
  unit: 'Unit: click where it goes',
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
      className="flex w-[46px] shrink-0 flex-col items-center gap-0.5 border-r border-rule bg-panel py-2"
    >
      {tools.map(({ tool, key, name, Icon }) => (
        <button
          key={tool}
          type="button"
          aria-label={`${name} (${key})`}
          aria-pressed={active === tool}
          title={`${name} (${key})`}
          className={`flex h-11 w-10 flex-col items-center justify-center rounded-(--radius) text-[11.5px] leading-none ${
            active === tool ? 'bg-action text-panel' : 'hover:bg-chosen'
          }`}
          onClick={() => store.getState().set({ tool })}
        >
          <Icon size={19} strokeWidth={1.6} aria-hidden="true" />
          {key}
        </button>
      ))}
    </div>
  );
}
