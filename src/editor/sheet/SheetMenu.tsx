'use client';

import { ContextMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { toast } from 'sonner';
import { joinWall, type Made, splitWall, wallLength } from '@/core/survey/wallEdits';
import { removeSelected } from '@/client/actions';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import type { Tool } from '@/client/store/jobStore';

/** The menu of what lies under the pointer: right click, or a long press of a finger. In Survey only. */
export function SheetMenu({ active, children }: { active: boolean; children: ReactNode }) {
  const store = useJobStore();
  const record = useJob((s) => (s.selectedId ? s.job.byId.get(s.selectedId) : undefined));
  const take = (made: Made) => {
    if (!made.ok) toast(made.why);
    else if (store.getState().commit(made.edit)) store.getState().set({ selectedId: made.select });
  };
  const tool = (name: Tool) => store.getState().set({ tool: name });
  const choose = (target: EventTarget) => {
    const id = target instanceof Element ? target.closest('[data-id]')?.getAttribute('data-id') : null;
    store.getState().set({ selectedId: id ?? null });
  };
  return (
    <ContextMenu.Root>
      <ContextMenu.Trigger asChild disabled={!active} onContextMenu={(e) => choose(e.target)}>
        {children}
      </ContextMenu.Trigger>
      <ContextMenu.Portal>
        <ContextMenu.Content
          className="z-40 min-w-52 border border-ink bg-panel py-1"
          data-testid="sheet-menu"
        >
          {record?.type === 'wall' && (
            <>
              <Item
                onSelect={() => store.getState().set({ tool: 'paint', wallAssemblyId: record.assemblyId })}
              >
                Copy its make to others
              </Item>
              <Item onSelect={() => take(splitWall(store.getState().job, record, wallLength(record) / 2))}>
                Split in the middle
              </Item>
              <Item onSelect={() => take(joinWall(store.getState().job, record))}>Join with the next</Item>
              <Item onSelect={() => tool('opening')}>Put a door or window in</Item>
            </>
          )}
          {record && record.type !== 'job' ? (
            <Item onSelect={() => removeSelected(store)}>
              Remove{'name' in record ? ` ${record.name}` : ''}
            </Item>
          ) : (
            <>
              <Item onSelect={() => tool('wall')}>Draw a wall</Item>
              <Item onSelect={() => tool('room')}>Draw a room</Item>
            </>
          )}
          <ContextMenu.Separator className="my-1 h-px bg-rule" />
          <Item onSelect={() => tool('spot')}>Add a spot</Item>
          <Item onSelect={() => tool('socket')}>Add a socket</Item>
        </ContextMenu.Content>
      </ContextMenu.Portal>
    </ContextMenu.Root>
  );
}

function Item({ onSelect, children }: { onSelect: () => void; children: ReactNode }) {
  return (
    <ContextMenu.Item
      className="flex h-9 cursor-pointer items-center px-3 outline-none data-[highlighted]:bg-chosen pointer-coarse:h-11"
      onSelect={onSelect}
    >
      {children}
    </ContextMenu.Item>
  );
}
