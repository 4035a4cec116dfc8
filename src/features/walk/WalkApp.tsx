'use client';

import { Sun } from 'lucide-react';
import { useTheme } from '@/ui/theme';
import { useEffect, useState } from 'react';
import { Toaster } from 'sonner';
import { useStore } from 'zustand';
import { find } from '@/core/job/job';
import { StatusMark } from '@/ui/marks';
import { Segmented } from '@/ui/primitives';
import { whenText } from '@/ui/time';
import { useLive } from '@/ui/useLive';
import { CodeForm } from './CodeForm';
import { RoamPanel } from './RoamPanel';
import { SpotPage } from './SpotPage';
import { StepsPage } from './StepsPage';
import { unsentCount } from './walkKept';
import { makeWalkStore, type WalkStore } from './walkStore';

/** Keeps the page for when the phone is out of reach; only where the browser allows it (not on plain http). */
function useOffline() {
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    const start = async () => {
      await navigator.serviceWorker.register('/walk-worker.js', { scope: '/walk' });
      const { active } = await navigator.serviceWorker.ready;
      const parts = performance.getEntriesByType('resource').map((e) => e.name);
      active?.postMessage({ keep: [window.location.href, ...parts] });
    };
    start().catch((error: unknown) => console.error(error));
  }, []);
}

/** The walk with a phone: spot by spot, or from unit to unit. */
export function WalkApp({ code }: { code: string }) {
  useLive();
  const [store] = useState(() => makeWalkStore(code));
  const [page, setPage] = useState<'spots' | 'roam' | 'steps'>('spots');
  useEffect(() => {
    // what was open where the walk was opened, see PhoneButton
    const { hash } = window.location;
    if (hash === '#steps') setPage('steps');
    return store.getState().start(hash === '#before' ? 'before' : hash === '#after' ? 'after' : null);
  }, [store]);
  useOffline();
  const job = useStore(store, (s) => s.job);
  const link = useStore(store, (s) => s.link);
  const problem = useStore(store, (s) => s.problem);
  return (
    <div className="mx-auto flex min-h-dvh max-w-[560px] flex-col bg-paper text-[14px]">
      <Head store={store} />
      {problem && (
        <p role="alert" className="border-b border-rule bg-panel px-4 py-2 text-rust-text">
          {problem}
        </p>
      )}
      {link === 'closed' && (
        <CodeForm note="Runs on this phone are kept. They are sent when access is given again." />
      )}
      {!job && link !== 'closed' && (
        <p className="p-4 text-muted" role="status">
          {link === 'offline'
            ? 'No connection to the machine that runs Nestle, and this walk was not opened on this phone before. Connect to the network of the house. The page then loads by itself.'
            : 'Loading the job …'}
        </p>
      )}
      {job && (
        <main className="flex flex-1 flex-col">
          <div className="px-4 pt-3">
            <Segmented
              label="Walk"
              value={page}
              onChange={setPage}
              options={[
                { value: 'spots', text: 'Spot by spot' },
                { value: 'roam', text: 'Roaming' },
                { value: 'steps', text: 'Steps' },
              ]}
            />
          </div>
          {page === 'spots' && <SpotPage store={store} />}
          {page === 'roam' && <RoamPanel store={store} />}
          {page === 'steps' && <StepsPage store={store} />}
        </main>
      )}
      <Toaster position="top-center" toastOptions={{ className: 'nestle-toast' }} />
    </div>
  );
}

/** Black on white for bright sun, and back to what the phone asks for. */
function SunSwitch() {
  const [theme, setTheme] = useTheme();
  const isSun = theme === 'sun';
  return (
    <button
      type="button"
      aria-pressed={isSun}
      aria-label="Colours for sunlight"
      className={`-mr-2 ml-2 grid h-11 w-11 shrink-0 place-items-center rounded-(--radius) ${isSun ? 'bg-action text-panel' : ''}`}
      onClick={() => setTheme(isSun ? 'auto' : 'sun')}
    >
      <Sun size={20} aria-hidden="true" />
    </button>
  );
}

/** Silent for so long, ms, is worth telling. */
const silentMs = 3000;

/** Whole seconds since the laptop last answered, once that is longer than it should be; 0 while a test runs: it tells by itself. */
function useSilence(store: WalkStore): number {
  const [now, setNow] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
  return useStore(store, (s) => {
    const ms = s.heardMs === null || s.testing ? 0 : now - s.heardMs;
    return ms > silentMs ? Math.round(ms / 1000) : 0;
  });
}

function Head({ store }: { store: WalkStore }) {
  const job = useStore(store, (s) => s.job);
  const link = useStore(store, (s) => s.link);
  const savedAt = useStore(store, (s) => s.savedAt);
  const phase = useStore(store, (s) => s.phase);
  const round = useStore(store, (s) => s.job && find(s.job, 'testRound', s.roundId)?.name);
  const unsent = useStore(store, (s) => unsentCount(s.waiting) + s.photos);
  const silentS = useSilence(store);
  const waits = useStore(store, (s) => s.testing?.step === 'waiting' && s.testing.ahead > 0);
  const state = waits
    ? { mark: 'begun' as const, words: 'Waiting for the other phone' }
    : silentS > 0 && link === 'online'
      ? { mark: 'begun' as const, words: `Silent for ${silentS} s` }
      : unsent > 0
        ? {
            mark: 'begun' as const,
            words: `${unsent} on this phone${link === 'offline' ? ', offline' : ''}`,
          }
        : link === 'offline'
          ? { mark: 'begun' as const, words: 'Offline' }
          : link === 'online'
            ? { mark: 'cured' as const, words: savedAt ? `Saved ${whenText(savedAt)}` : 'Online' }
            : { mark: 'empty' as const, words: link === 'closed' ? 'Closed' : 'Connecting …' };
  return (
    <header className="sticky top-0 z-10 flex h-[50px] items-center border-b border-ink bg-paper px-4">
      <span className="text-[17px] font-bold">Nestle</span>
      <div className="ml-3 min-w-0 flex-1 border-l border-strong pl-3 leading-tight">
        <h1 className="truncate font-bold">{job?.info.name ?? 'Walk'}</h1>
        <p className="text-[12px] text-muted">
          {round ?? (phase === 'after' ? 'Prove, after tests' : 'Before the work')}
        </p>
      </div>
      <p
        role="status"
        data-testid="walk-state"
        className="flex items-center gap-1.5 text-[12.5px] font-semibold"
      >
        <StatusMark mark={state.mark} /> {state.words}
      </p>
      <SunSwitch />
    </header>
  );
}
