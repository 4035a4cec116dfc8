'use client';

import type { ReactNode } from 'react';
import { openingPresets, servicePointKinds, thingPresets } from '@/core/survey/presets';
import { isOutdoors } from '@/core/survey/storeyGraph';
import { Choice } from '@/ui/primitives';
import { HatchSwatch } from '@/editor/sheet/hatches';
import { routeNames } from '@/editor/sheet/putDown';
import { newWallAssembly } from '@/editor/sheet/wallDraft';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { toolNames } from './ToolRail';

/** The keys of the tool in hand, in the order of their use. */
function Keys({ children }: { children: ReactNode }) {
  return (
    <p className="flex items-center gap-x-2 gap-y-1 text-[12.5px] whitespace-nowrap max-md:flex-wrap">
      {children}
    </p>
  );
}
const Key = ({ k, children }: { k: string; children: ReactNode }) => (
  <span>
    <kbd className="mr-1 rounded-(--radius) border border-strong bg-panel px-1.5 font-semibold">{k}</kbd>
    {children}
  </span>
);

/** What the tool in hand puts down, and how it is used: in the header of the sheet. */
export function ToolOptions() {
  const store = useJobStore();
  const tool = useJob((s) => s.tool);
  const choice = useJob((s) => s.choice);
  const job = useJob((s) => s.job);
  const storeyId = useJob((s) => s.storeyId);
  const drawing = useJob((s) => s.draft !== null);
  const wallAssemblyId = useJob((s) => s.wallAssemblyId);
  if (tool === 'select') return null;
  const set = store.getState().set;
  const walls = job.assemblies.filter((a) => a.use === 'wall').map((a) => ({ value: a.id, text: a.name }));
  const assemblies = newWallAssembly({ job, wallAssemblyId });
  const hatch = job.assemblies.find((a) => a.id === assemblies)?.hatch ?? 'plain';
  const outdoors = isOutdoors(job, storeyId);
  const makeChoice = (
    <span className="flex items-center gap-1.5">
      <HatchSwatch hatch={hatch} />
      <Choice
        label="Wall construction"
        value={assemblies}
        options={walls}
        onChange={(id) => set({ wallAssemblyId: id })}
        className="max-w-40"
      />
    </span>
  );
  return (
    <div className="flex items-center gap-x-3 gap-y-1 max-md:flex-wrap" data-testid="tool-options">
      <strong className="text-action">{toolNames[tool]}</strong>
      {(tool === 'wall' || tool === 'paint' || (tool === 'room' && !outdoors)) && makeChoice}
      {tool === 'opening' && (
        <Choice
          label="Type of opening"
          value={choice.opening}
          options={openingPresets.map((p) => ({ value: p.id, text: p.name }))}
          onChange={(opening) => set({ choice: { ...choice, opening } })}
        />
      )}
      {tool === 'thing' && (
        <Choice
          label="Type of obstacle"
          value={choice.thing}
          options={thingPresets.map((p) => ({ value: p.id, text: p.name }))}
          onChange={(thing) => set({ choice: { ...choice, thing } })}
        />
      )}
      {tool === 'socket' && (
        <Choice
          label="Type of power point"
          value={choice.socket}
          options={(['socket', 'board'] as const).map((k) => ({ value: k, text: servicePointKinds[k].name }))}
          onChange={(v) => set({ choice: { ...choice, socket: v === 'board' ? 'board' : 'socket' } })}
        />
      )}
      {tool === 'coax' && (
        <Choice
          label="Type of coax point"
          value={choice.coax}
          options={(['coax', 'splitter'] as const).map((k) => ({
            value: k,
            text: servicePointKinds[k].name,
          }))}
          onChange={(v) => set({ choice: { ...choice, coax: v === 'splitter' ? 'splitter' : 'coax' } })}
        />
      )}
      {tool === 'data' && (
        <Choice
          label="Type of network point"
          value={choice.data}
          options={[
            ...(['data', 'panel', 'entry', 'duct'] as const).map((k) => ({
              value: k,
              text: servicePointKinds[k].name,
            })),
            { value: 'fixedDevice', text: 'Fixed device' },
          ]}
          onChange={(v) => {
            const data = (['data', 'panel', 'entry', 'duct', 'fixedDevice'] as const).find((k) => k === v);
            if (data) set({ choice: { ...choice, data } });
          }}
        />
      )}
      {tool === 'route' && (
        <Choice
          label="Type of cable route"
          value={choice.route}
          options={Object.entries(routeNames).map(([value, text]) => ({ value, text }))}
          onChange={(v) => {
            const route = (Object.keys(routeNames) as (keyof typeof routeNames)[]).find((k) => k === v);
            if (route) set({ choice: { ...choice, route } });
          }}
        />
      )}
      <Keys>
        {tool === 'wall' && drawing && (
          <>
            <Key k="← ↑ → ↓">turn</Key>
            <Key k="Tab">angle</Key>
            <Key k="Enter">place</Key>
            <Key k="Esc">end</Key>
          </>
        )}
        {tool === 'wall' && !drawing && 'Click the start.'}
        {tool === 'room' &&
          (outdoors ? 'Click two corners of the area.' : 'Click two corners. The walls join existing walls.')}
        {tool === 'opening' && 'Click on a wall.'}
        {(tool === 'thing' || tool === 'socket' || tool === 'coax' || tool === 'data') && 'Click its place.'}
        {tool === 'route' && (
          <>
            Click along the route.<Key k="Enter">ends</Key>
          </>
        )}
        {tool === 'spot' && 'Click where someone uses the network.'}
        {tool === 'measure' && 'Click two points.'}
        {tool === 'scale' && 'Click two points of the picture whose distance you know.'}
        {tool === 'paint' && 'Click each wall with this construction.'}
        {!drawing && <Key k="Esc">back</Key>}
      </Keys>
    </div>
  );
}
