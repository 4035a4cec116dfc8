'use client';

import { sayError } from '@/ui/sayError';
import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { z } from 'zod';
import { putOne } from '@/core/job/edits';
import { find } from '@/core/job/job';
import { makeRecord } from '@/core/job/make';
import { bands, type NetSettings } from '@/core/job/records';
import { joinText, passwordHints } from '@/core/install/password';
import { DialogFrame } from '@/ui/DialogFrame';
import dynamic from 'next/dynamic';
import { Button, Field, inputClass, PartHead, TextInput } from '@/ui/primitives';
import { TickField, WordChoice } from '@/ui/WordChoice';
import { ask, messageOf } from '@/client/store/api';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { seal, unseal } from '@/panels/install/seal';

const JoinPage = dynamic(() => import('./JoinPage').then((m) => m.JoinPage), { ssr: false });
const QrCode = dynamic(() => import('@/ui/QrCode').then((m) => m.QrCode), { ssr: false });

const secretsSchema = z.object({
  secrets: z.array(
    z.object({
      kind: z.string(),
      salt: z.string(),
      iv: z.string(),
      sealed: z.string(),
    }),
  ),
});
type Secret = z.infer<typeof secretsSchema>['secrets'][number];
type Kind = Secret['kind'];
const kinds: readonly Kind[] = ['network', 'guest', 'admin'];
const labelOf = 'label-';
/** «Wi-Fi», «Label of B». */
function kindWords(kind: Kind): string {
  switch (kind) {
    case 'network':
      return 'Wi-Fi';
    case 'guest':
      return 'Guests';
    case 'admin':
      return 'Administrator';
    default:
      return `Label of ${kind.replace(labelOf, '')}`;
  }
}

const blank: NetSettings = makeRecord({
  type: 'netSettings',
  id: 'net-settings',
  networkName: '',
  guestName: '',
  onlyName: '',
  adminHolder: '',
  networkHolder: '',
  updatesOn: true,
  note: '',
});

const lines = [
  ['networkName', 'Network name', 32],
  ['guestName', 'Guest network', 32],
  ['onlyName', 'Separate name on 2.4 GHz', 32],
  ['networkHolder', 'Wi-Fi password held by', 80],
  ['adminHolder', 'Administrator password held by', 80],
  ['lineHolder', 'Login of the line held by', 80],
] as const;

const lineWords: Record<NetSettings['line'], string> = {
  unknown: 'not asked yet',
  automatic: 'automatic',
  login: 'name and password',
  fixed: 'fixed address',
};

/** Names, and who holds which password; passwords sealed with a passphrase, shown on demand. */
export function SettingsSheet() {
  const store = useJobStore();
  const settings = useJob((s) => s.job.netSettings[0]) ?? blank;
  const save = (part: Partial<NetSettings>) =>
    store
      .getState()
      .commit(putOne('Settings sheet', makeRecord({ ...settings, ...part, type: 'netSettings' })));
  return (
    <section aria-label="Settings sheet">
      <PartHead>Settings sheet</PartHead>
      {lines.map(([key, label, most]) => (
        <Field key={key} label={label}>
          {(id) => (
            <TextInput
              id={id}
              value={settings[key]}
              className="w-full"
              read={(text) => {
                if (text.length > most) throw new Error(`${label}: ${most} characters at most.`);
                save({ [key]: text.trim() });
              }}
            />
          )}
        </Field>
      ))}
      <WordChoice
        label="Line login"
        value={settings.line}
        words={lineWords}
        onChange={(line) => save({ line })}
      />
      <TickField
        label="Updates automatically"
        value={settings.updatesOn}
        onChange={(updatesOn) => save({ updatesOn })}
      />
      <Channels />
      <Passwords settings={settings} />
    </section>
  );
}

/** Channels of the planned units as they are set; those that are not are chosen by the unit itself. */
function Channels() {
  const job = useJob((s) => s.job);
  const units = job.units.filter((u) => u.planned && find(job, 'kit', u.kitId)?.radios.length);
  if (units.length === 0) return null;
  return (
    <table className="mt-2 w-full text-right">
      <caption className="pb-0.5 text-left text-muted">Channels; “own” = automatic</caption>
      <thead className="text-[11.5px] text-muted">
        <tr className="border-b-[1.5px] border-ink [&>th]:font-semibold">
          <th scope="col" className="text-left">
            Unit
          </th>
          {bands.map((b) => (
            <th key={b} scope="col">
              {b} GHz
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {units.map((u) => {
          const radios = find(job, 'kit', u.kitId)?.radios ?? [];
          return (
            <tr key={u.id} className="border-b border-rule">
              <td className="text-left font-bold">{u.letter}</td>
              {bands.map((b) => (
                <td key={b}>{radios.some((r) => r.band === b) ? (u.channels[b] ?? 'own') : '–'}</td>
              ))}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

function Passwords({ settings }: { settings: NetSettings }) {
  const store = useJobStore();
  const jobId = useJob((s) => s.job.info.id);
  const [secrets, setSecrets] = useState<Secret[] | null>(null);
  const [open, setOpen] = useState<{ kind: Kind; what: 'set' | 'show' } | null>(null);
  const units = useJob((s) => s.job.units);
  // the key that a unit comes with stands on its label: it is wanted again after a reset
  const labels = units
    .filter((u) => u.planned)
    .map((u) => `${labelOf}${u.letter}`)
    .sort();
  const url = `/api/jobs/${jobId}/secrets`;
  useEffect(() => {
    let current = true;
    ask(secretsSchema, url).then(
      (a) => current && setSecrets(a.secrets),
      (error: unknown) => current && sayError(messageOf(error)),
    );
    return () => {
      current = false;
    };
  }, [url]);
  return (
    <>
      <PartHead right="encrypted with a passphrase">Passwords, optional</PartHead>
      <ul>
        {[...kinds, ...labels].map((kind) => {
          const kept = secrets?.find((s) => s.kind === kind);
          return (
            <li key={kind} className="flex items-center gap-1 border-b border-rule py-0.5">
              <span className="min-w-0 flex-1">
                {kindWords(kind)} <span className="text-muted">{kept ? 'kept' : 'not kept'}</span>
              </span>
              {kept && (
                <Button look="quiet" onClick={() => setOpen({ kind, what: 'show' })}>
                  Show
                </Button>
              )}
              <Button look="quiet" onClick={() => setOpen({ kind, what: 'set' })}>
                {kept ? 'Change' : 'Keep'}
              </Button>
            </li>
          );
        })}
      </ul>
      <p className="mt-1 text-[12px] text-muted">
        Passwords are in no job file, report or picture. Without the passphrase nobody can read them, not even
        this program.
      </p>
      {open && (
        <PasswordDialog
          key={`${open.kind} ${open.what}`}
          kind={open.kind}
          kept={open.what === 'show' ? (secrets?.find((s) => s.kind === open.kind) ?? null) : null}
          others={secrets?.filter((s) => s.kind !== open.kind) ?? []}
          name={
            open.kind === 'guest' ? settings.guestName : open.kind === 'network' ? settings.networkName : ''
          }
          onKeep={async (secret) => {
            await store.getState().settled();
            const answer = await ask(secretsSchema, url, { method: 'PUT', body: secret });
            setSecrets(answer.secrets);
            setOpen(null);
            toast(`${kindWords(open.kind)} password kept, encrypted.`);
          }}
          onForget={async () => {
            const answer = await ask(secretsSchema, `${url}?kind=${open.kind}`, { method: 'DELETE' });
            setSecrets(answer.secrets);
            setOpen(null);
          }}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

/** Which of the others, as far as this passphrase opens them, is the same password; null = none. */
async function sameAs(password: string, passphrase: string, others: readonly Secret[]): Promise<Kind | null> {
  for (const other of others) {
    // sealed with another passphrase: it can't be compared
    const opened = await unseal(other, passphrase).catch(() => null);
    if (opened === password) return other.kind;
  }
  return null;
}

function PasswordDialog({
  kind,
  kept,
  others,
  name,
  onKeep,
  onForget,
  onClose,
}: {
  kind: Kind;
  /** Sealed, to be shown; null = to be set. */
  kept: Secret | null;
  /** The other passwords that are kept: this one must differ from them. */
  others: readonly Secret[];
  name: string;
  onKeep: (secret: Secret) => Promise<void>;
  onForget: () => Promise<void>;
  onClose: () => void;
}) {
  const [password, setPassword] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [shown, setShown] = useState<string | null>(null);
  const [error, setError] = useState('');
  const hints = kept ? [] : password ? passwordHints(password) : [];
  const act = async () => {
    try {
      setError('');
      if (kept) setShown(await unseal(kept, passphrase));
      else if (password.length < 8) setError('A password has 8 characters or more.');
      else if (passphrase.length < 8) setError('A passphrase has 8 characters or more.');
      else {
        const same = await sameAs(password, passphrase, others);
        if (same) setError(`This is also the password for ${kindWords(same)}. Use a different one for each.`);
        else await onKeep({ kind, ...(await seal(password, passphrase)) });
      }
    } catch (problem) {
      setError(messageOf(problem));
    }
  };
  const box = `${inputClass} mt-0.5 !h-10 w-full`;
  return (
    <DialogFrame
      title={`${kindWords(kind)} password`}
      onClose={onClose}
      footer={
        <>
          {kept && (
            <Button look="quiet" onClick={() => void onForget()}>
              Delete
            </Button>
          )}
          <Button onClick={onClose}>Close</Button>
          {shown === null && (
            <Button look="action" onClick={() => void act()}>
              {kept ? 'Show' : 'Encrypt and keep'}
            </Button>
          )}
        </>
      }
    >
      {shown === null ? (
        <form
          className="flex flex-col gap-3 pt-3"
          onSubmit={(e) => {
            e.preventDefault();
            void act();
          }}
        >
          {!kept && (
            <label className="text-muted">
              Password
              <input
                className={box}
                autoComplete="off"
                spellCheck={false}
                value={password}
                onChange={(e) => setPassword(e.target.value)}
              />
            </label>
          )}
          {hints.map((h) => (
            <p key={h.words} className="text-ochre-text">
              {h.words}
            </p>
          ))}
          <label className="text-muted">
            Passphrase for encryption
            <input
              className={box}
              type="password"
              autoComplete="off"
              value={passphrase}
              onChange={(e) => setPassphrase(e.target.value)}
            />
          </label>
          {error && (
            <p role="alert" className="text-rust-text">
              {error}
            </p>
          )}
          <button type="submit" hidden />
        </form>
      ) : (
        <div className="flex flex-wrap items-start gap-6 pt-3">
          <div className="min-w-48 flex-1">
            <p className="text-muted">Password{name && ` of ${name}`}</p>
            <p className="text-[20px] font-bold break-all" data-testid="open-password">
              {shown}
            </p>
            {passwordHints(shown)
              .filter((h) => h.about === 'reading')
              .map((h) => (
                <p key={h.words} className="text-ochre-text">
                  {h.words}
                </p>
              ))}
          </div>
          {kind !== 'admin' && name && (
            <div>
              <QrCode text={joinText(name, shown)} label={`QR code to join ${name}`} />
              <p className="mt-1 text-muted">
                A phone’s camera connects to {name} with this code. The code is made now and not kept.
              </p>
              <JoinPage name={name} password={shown} text={joinText(name, shown)} />
            </div>
          )}
        </div>
      )}
    </DialogFrame>
  );
}
