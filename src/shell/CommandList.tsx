'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { type GuidePage, readGuide } from '@/client/guidePages';
import { commands, type Command as ShellCommand } from './commands';
import { answersTo, type Findable, findablesOf, noteFound, recentlyFound } from './findables';

const item =
  'flex h-9 cursor-pointer items-center justify-between gap-3 rounded-(--radius) px-2 data-[selected=true]:bg-chosen';

function Group({ heading, children }: { heading: string; children: ReactNode }) {
  return (
    <Command.Group
      heading={heading}
      className="[&_[cmdk-group-heading]]:px-2 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-[11.5px] [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-muted"
    >
      {children}
    </Command.Group>
  );
}

/** A page of the guide, found by its words. */
interface GuideEntry {
  id: string;
  group: 'Where to begin' | 'Guide';
  pageId: string;
  words: string;
  also: string;
}

/** The pages of the guide once they are read; none while they are not, or can't be. */
function useGuidePages(isAsked: boolean): GuidePage[] {
  const [pages, setPages] = useState<GuidePage[]>([]);
  useEffect(() => {
    // the guide itself says why it can't be read; here it is only not found
    if (isAsked) void readGuide().then(setPages, () => setPages([]));
  }, [isAsked]);
  return pages;
}

/** Everything in the job by its name, and every command with its key, to be searched and run (Ctrl K or ?). */
export function CommandList({
  open,
  onOpenChange,
  go,
  onGuide,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  go: (stage: string) => void;
  onGuide: (pageId: string) => void;
}) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const [text, setText] = useState('');
  const list = useRef<HTMLDivElement>(null);
  // the best answer is at the top, wherever the list was before
  useEffect(() => {
    if (list.current) list.current.scrollTop = 0;
  }, [text]);
  const all = useMemo(() => (open ? findablesOf(job) : []), [open, job]);
  const recent = open ? recentlyFound(job.info.id).flatMap((id) => all.find((f) => f.id === id) ?? []) : [];
  const close = () => {
    setText('');
    onOpenChange(false);
  };
  const show = (f: Findable) => {
    close();
    noteFound(job.info.id, f.id);
    if (f.storeyId !== null)
      store.getState().set({ storeyId: f.storeyId, selectedId: f.selectId, tool: 'select' });
    if (f.group === 'Products') store.getState().set({ catalogueOpen: true });
    const stage = window.location.pathname.split('/').at(-1);
    // the drawing is on all of these; only links are looked at in their own stage
    const isShown =
      f.storeyId !== null && f.stage !== 'links' && ['survey', 'before', 'plan'].includes(stage ?? '');
    if (!isShown && stage !== f.stage) go(f.stage);
  };
  const textOf = (entry: Findable | ShellCommand | GuideEntry) =>
    'run' in entry ? entry.name : `${entry.words} | ${entry.also}`;
  const pages = useGuidePages(open).map((page): GuideEntry => ({
    ...{ id: `guide-${page.id}`, group: text === '' ? 'Where to begin' : 'Guide', pageId: page.id },
    ...{ words: page.title, also: page.text },
  }));
  const answers = answersTo<Findable | ShellCommand | GuideEntry>(
    text === '' ? [...pages.slice(0, 1), ...commands] : [...all, ...commands, ...pages],
    textOf,
    text,
  );
  const inGuide = (entry: GuideEntry) => (
    <Command.Item
      key={entry.id}
      value={entry.id}
      onSelect={() => {
        close();
        onGuide(entry.pageId);
      }}
      className={item}
    >
      {entry.words}
      {text === '' && <kbd className="rounded-(--radius) border border-strong px-1.5 text-[12px]">F1</kbd>}
    </Command.Item>
  );
  const found = (f: Findable) => (
    <Command.Item key={f.id} value={f.id} onSelect={() => show(f)} className={item}>
      <span className="min-w-0 truncate">{f.words}</span>
      <span className="shrink-0 text-[12px] text-muted">{f.also}</span>
    </Command.Item>
  );
  const command = (c: ShellCommand) => (
    <Command.Item
      key={c.id}
      value={c.id}
      onSelect={() => {
        close();
        c.run(store, go);
      }}
      className={item}
    >
      {c.name}
      {c.keys && <kbd className="rounded-(--radius) border border-strong px-1.5 text-[12px]">{c.keys}</kbd>}
    </Command.Item>
  );
  return (
    <Dialog.Root open={open} onOpenChange={(now) => (now ? onOpenChange(true) : close())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[12vh] left-1/2 z-50 w-[min(560px,94vw)] -translate-x-1/2 rounded-(--radius) border border-ink bg-panel"
        >
          <Dialog.Title className="sr-only">Find, keys and commands</Dialog.Title>
          <Command label="Find or do" shouldFilter={false}>
            <Command.Input
              value={text}
              onValueChange={setText}
              placeholder="Find a room, spot, cable, command …"
              className="h-12 w-full border-b border-strong bg-transparent px-4 text-[15px] outline-none"
            />
            <Command.List ref={list} className="max-h-[52vh] overflow-auto p-2">
              <Command.Empty className="p-3 text-muted">Nothing found.</Command.Empty>
              {text === '' && recent.length > 0 && <Group heading="Recent">{recent.map(found)}</Group>}
              {answers.map(([group, entries]) => (
                <Group key={group} heading={group}>
                  {entries.map((entry) =>
                    'run' in entry ? command(entry) : 'pageId' in entry ? inGuide(entry) : found(entry),
                  )}
                </Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
