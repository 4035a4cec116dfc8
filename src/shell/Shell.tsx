'use client';

import dynamic from 'next/dynamic';
import { usePathname, useRouter } from 'next/navigation';
import { type ReactNode, useEffect, useState } from 'react';
import { OfficeBar } from '@/client/office/OfficeBar';
import { useJobOffice } from '@/client/office/useJobOffice';
import { SaveNotice } from '@/client/saving/SaveNotice';
import { useJobStore } from '@/client/store/JobProvider';
import { useCompute } from '@/client/store/useCompute';
import { useKept } from '@/ui/useKept';
import { useLive } from '@/ui/useLive';
import { commands } from './commands';
import { CommandList } from './CommandList';
import { Guide } from './Guide';
import { Messages } from './Messages';
import { TopBar } from './TopBar';

const OfficeDialog = dynamic(() => import('@/client/office/OfficeDialog').then((m) => m.OfficeDialog));

const typing = (event: KeyboardEvent) =>
  event.target instanceof HTMLElement &&
  event.target.closest('input:not([type="checkbox"], [type="radio"]), textarea, select, [role="dialog"]') !==
    null;

/** The frame round every stage of a job: top bar, keys, command list, messages. */
export function Shell({ jobId, children }: { jobId: string; children: ReactNode }) {
  const store = useJobStore();
  const router = useRouter();
  const path = usePathname();
  const [list, setList] = useState(false);
  const [guide, setGuide] = useState<string | null>(null);
  const [officeOpen, setOfficeOpen] = useState(false);
  const [left] = useKept('panel-left', true);
  const [right] = useKept('panel-right', true);
  const { office, act } = useJobOffice(jobId);
  const before = path.endsWith('/before');
  useCompute(before ? 'found' : 'planned', before || path.endsWith('/plan'));

  useLive();

  useEffect(() => {
    const go = (stage: string) => router.push(`/jobs/${jobId}/${stage}`);
    const press = (event: KeyboardEvent) => {
      const isList = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k';
      if (isList || (event.key === '?' && !typing(event))) {
        event.preventDefault();
        setList(true);
        return;
      }
      if (event.key === 'F1') {
        event.preventDefault();
        setGuide(window.location.pathname.split('/').at(-1) ?? 'start');
        return;
      }
      if (typing(event)) return;
      if (event.key === 'Escape') {
        const { tool, set } = store.getState();
        set(tool === 'select' ? { selectedId: null } : { tool: 'select' });
      }
      const command = commands.find((c) => c.match?.(event));
      if (!command) return;
      event.preventDefault();
      command.run(store, go);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [store, router, jobId]);

  return (
    <div className="shell">
      <TopBar
        office={office}
        onOffice={() => setOfficeOpen(true)}
        onHelp={() => setGuide(path.split('/').at(-1) ?? 'start')}
      />
      <SaveNotice />
      {office && <OfficeBar office={office} onOpen={() => setOfficeOpen(true)} />}
      <div className="shell-body" data-left={left ? 'open' : 'closed'} data-right={right ? 'open' : 'closed'}>
        {children}
      </div>
      <CommandList
        open={list}
        onOpenChange={setList}
        go={(stage) => router.push(`/jobs/${jobId}/${stage}`)}
        onGuide={setGuide}
      />
      {guide !== null && (
        <Guide
          pageId={guide}
          onShow={setGuide}
          onClose={() => setGuide(null)}
          onKeys={() => {
            setGuide(null);
            setList(true);
          }}
        />
      )}
      {officeOpen && office && (
        <OfficeDialog office={office} act={act} onClose={() => setOfficeOpen(false)} />
      )}
      <Messages />
    </div>
  );
}
