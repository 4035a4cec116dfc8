'use client';

import { allowedDb, fitOf, fitWords, type Foretold } from '@/core/install/foretold';
import { noteShown } from '@/core/install/runActions';
import type { Step } from '@/core/install/step';
import type { StepRun } from '@/core/job/records';
import { rateText } from '@/core/network/rateText';
import { StatusMark } from '@/ui/marks';
import { TextInput } from '@/ui/primitives';

/** What was foretold of the link, what its unit's page shows, and whether the two fit. */
export function ForetoldBox({
  step,
  run,
  foretold,
  locked,
  onRun,
}: {
  step: Step;
  run: StepRun | null;
  foretold: Foretold;
  locked: boolean;
  onRun: (run: StepRun, label: string) => void;
}) {
  const { air, mbps } = foretold;
  const shown = run?.shown ?? { dbm: null, mbps: null };
  const fit = fitOf(foretold, shown);
  const save = (part: Partial<typeof shown>) =>
    onRun(noteShown(step, run, new Date().toISOString(), { ...shown, ...part }), `Shown: ${step.title}`);
  const field = (
    label: string,
    key: 'dbm' | 'mbps',
    unit: string,
    [least, most]: readonly [number, number],
  ) => (
    <div className="flex items-center gap-2">
      <span>{label}</span>
      {locked ? (
        <b>{shown[key] ?? 'not noted'}</b>
      ) : (
        <TextInput
          className="w-20 text-right"
          label={label}
          value={shown[key] === null ? '' : String(shown[key])}
          read={(text) => {
            if (text.trim() === '') return save({ [key]: null });
            const value = Number(text.replace('−', '-').replace(',', '.'));
            if (!(value >= least && value <= most)) throw new Error(`From ${least} to ${most} ${unit}.`);
            save({ [key]: value });
          }}
        />
      )}
      <span className="text-muted">{unit}</span>
    </div>
  );
  return (
    <section
      className="mt-3 border border-strong p-3"
      aria-label="Predicted and shown"
      data-testid="link-foretold"
    >
      <p>
        <b>Predicted:</b>{' '}
        {air && `${air.dbm.toFixed(0)} dBm, 90 % of cases within ${allowedDb(air).toFixed(0)} dB; `}
        carries {rateText(mbps)} Mbps
      </p>
      <p className="mt-2 text-muted">Its web page shows:</p>
      <div className="mt-1 flex flex-wrap gap-x-5 gap-y-2">
        {air && field('Signal', 'dbm', 'dBm', [-120, 0])}
        {field('Rate', 'mbps', 'Mbps', [0, 100_000])}
      </div>
      {fit && (
        <p role="status" className="mt-2 flex items-start gap-2 font-semibold">
          <StatusMark mark={fit === 'fits' || fit === 'stronger' ? 'cured' : 'short'} />
          <span>{fitWords(fit, air !== null)}</span>
        </p>
      )}
    </section>
  );
}
