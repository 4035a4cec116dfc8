'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { useJobStore } from '@/client/store/JobProvider';
import { commands } from './commands';

const groups = ['Go', 'Tools', 'Edit', 'Sheet'] as const;

/** Every command with its key, to be searched and run (Ctrl K or ?). */
export function CommandList({
  open,
  onOpenChange,
  go,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  go: (stage: string) => void;
}) {
  const store = useJobStore();
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(560px,94vw)] -translate-x-1/2 rounded-(--radius) border border-ink bg-panel"
        >
          <Dialog.Title className="sr-only">Keys and commands</Dialog.Title>
          <Command label="Commands">
            <Command.Input
              placeholder="What do you want to do?"
              className="h-12 w-full border-b border-strong bg-transparent px-4 text-[15px] outline-none"
            />
            <Command.List className="max-h-[52vh] overflow-auto p-2">
              <Command.Empty className="p-3 text-muted">No command of that name.</Command.Empty>
              {groups.map((group) => (
                <Command.Group
                  key={group}
                  heading={group}
                  className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-muted"
                >
                  {commands
                    .filter((c) => c.group === group)
                    .map((c) => (
                      <Command.Item
                        key={c.id}
                        value={`${c.name} ${c.id}`}
                        onSelect={() => {
                          onOpenChange(false);
                          c.run(store, go);
                        }}
                        className="flex h-9 cursor-pointer items-center justify-between rounded-(--radius) px-2 data-[selected=true]:bg-chosen"
                      >
                        {c.name}
                        {c.keys && (
                          <kbd className="rounded-(--radius) border border-strong px-1.5 text-[12px]">
                            {c.keys}
                          </kbd>
                        )}
                      </Command.Item>
                    ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
