'use client';

import { Smartphone } from 'lucide-react';
import { usePathname } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import { z } from 'zod';
import { DialogFrame } from '@/ui/DialogFrame';
import dynamic from 'next/dynamic';
import { Button } from '@/ui/primitives';
import { ask, messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { useTimes } from '@/ui/useTimes';

const QrCode = dynamic(() => import('@/ui/QrCode').then((m) => m.QrCode), { ssr: false });

const stateSchema = z.object({
  revision: z.number(),
  share: z.object({ code: z.string(), expiresAt: z.string(), urls: z.array(z.string()).min(1) }).nullable(),
});
type Share = z.infer<typeof stateSchema>['share'];

/** What the walk opens with, by the stage that it is opened from: the phone does what is being done here. */
const opensWith: Partial<Record<string, string>> = { before: '#before', prove: '#after', install: '#steps' };

/** While a job is open to phones, what they sent is looked for so often, ms. */
const lookMs = 2500;

/** Opens the walk to phones, with its code; fetches what they send. */
export function PhoneButton() {
  const store = useJobStore();
  const jobId = useJob((s) => s.job.info.id);
  const open = useJob((s) => s.phoneOpen);
  const [share, setShare] = useState<Share>(null);
  const [error, setError] = useState('');

  const turn = useCallback(
    async (method: 'GET' | 'POST' | 'DELETE') => {
      try {
        const url = method === 'POST' ? '/api/sharing' : `/api/sharing?job=${jobId}`;
        const body = method === 'POST' ? { body: { jobId } } : {};
        const state = await ask(stateSchema, url, { method, ...body });
        setShare(state.share);
        setError('');
        const { revision, look } = store.getState();
        if (state.revision > revision) await look();
      } catch (problem) {
        setError(messageOf(problem));
      }
    },
    [jobId, store],
  );
  // it may be open still from before
  useEffect(() => void turn('GET'), [turn]);
  const isOpen = share !== null;
  useEffect(() => {
    if (!isOpen) return;
    const timer = setInterval(() => void turn('GET'), lookMs);
    return () => clearInterval(timer);
  }, [isOpen, turn]);
  useEffect(() => {
    if (open) void turn('POST');
  }, [open, turn]);

  return (
    <>
      <Button
        className="!px-2.5 max-[699px]:hidden"
        aria-label={isOpen ? 'Phone: the walk is open' : 'Phone'}
        onClick={() => store.getState().set({ phoneOpen: true })}
      >
        <Smartphone size={16} /> <span className="max-[1180px]:hidden">Phone</span>
        {isOpen && <span className="h-2 w-2 rounded-full bg-action" aria-hidden="true" />}
      </Button>
      {open && (
        <PhoneDialog
          share={share}
          error={error}
          onClose={() => store.getState().set({ phoneOpen: false })}
          onShut={() => {
            store.getState().set({ phoneOpen: false });
            void turn('DELETE');
          }}
        />
      )}
    </>
  );
}

function PhoneDialog({
  share,
  error,
  onClose,
  onShut,
}: {
  share: Share;
  error: string;
  onClose: () => void;
  onShut: () => void;
}) {
  const { whenText } = useTimes();
  const [url, setUrl] = useState('');
  const urls = share?.urls ?? [];
  const shown = urls.includes(url) ? url : (urls[0] ?? '');
  const part = opensWith[usePathname().split('/').at(-1) ?? ''] ?? '';
  const alone = urls.length === 1;
  return (
    <DialogFrame title="Walk test on the phone" onClose={onClose}>
      {error && (
        <p role="alert" className="mb-3 text-rust-text">
          {error}
        </p>
      )}
      {!share && !error && <p className="text-muted">Opening …</p>}
      {share && (
        <div className="flex flex-wrap gap-6 pt-4">
          <QrCode text={shown + part} />
          <div className="min-w-56 flex-1">
            <p className="text-muted">
              Connect the phone to the network under test. Point its camera at the code. Or open
            </p>
            <p className="mt-1 text-[16px] font-bold break-all">{shown.replace(/\/walk\/.*$/, '')}</p>
            <p className="mt-3 text-muted">and type the code</p>
            <p className="text-[32px] leading-tight font-bold tracking-[0.14em]" data-testid="walk-code">
              {share.code}
            </p>
            {urls.length > 2 && (
              <label className="mt-2 block text-muted">
                This machine is on several networks. The phone’s is
                <select
                  className="mt-1 block h-9 w-full rounded-(--radius) border border-strong bg-panel px-2 text-ink"
                  value={shown}
                  onChange={(e) => setUrl(e.target.value)}
                >
                  {urls.map((u) => (
                    <option key={u} value={u}>
                      {new URL(u).hostname}
                    </option>
                  ))}
                </select>
              </label>
            )}
            {alone && (
              <p className="mt-2 text-rust-text">
                This machine has no network connection. Phones cannot reach it. The address works on this
                machine only.
              </p>
            )}
          </div>
          <div className="w-full border-t border-rule pt-3 text-muted">
            <p>
              Open until {whenText(share.expiresAt)}. The network can reach only the walk test, and only with
              the code. For a valid test, connect this machine to the main unit by cable.
            </p>
            <div className="mt-3 flex flex-wrap gap-2">
              <a
                href={(urls.at(-1) ?? '') + part}
                target="_blank"
                rel="noreferrer"
                className="inline-flex h-9 items-center rounded-(--radius) border border-strong px-3 font-semibold text-ink"
              >
                Open on this machine
              </a>
              <Button look="quiet" onClick={onShut}>
                End access for phones
              </Button>
            </div>
          </div>
        </div>
      )}
    </DialogFrame>
  );
}
