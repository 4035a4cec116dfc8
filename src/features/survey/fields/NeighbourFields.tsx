'use client';

import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import type { Job } from '@/core/job/job';
import { freshId } from '@/core/job/fresh';
import type { AnyRecord, Band, Neighbour } from '@/core/job/records';
import { radioRules } from '@/core/wifi/radioRules';
import { NameField, NumberField } from '@/client/inputs';
import { Button, Choice, Field, IconButton, PartHead } from '@/ui/primitives';
import { useJobStore } from '@/client/store/JobProvider';
import { WordChoice } from '@/ui/WordChoice';

type Save = (next: AnyRecord, what: string) => void;
const bandWords: Record<Band, string> = { '2.4': '2.4 GHz', '5': '5 GHz', '6': '6 GHz' };
const widths = ['20', '40', '80', '160', '320'] as const;

/** Neighbours' networks as heard in the house: what they take of each channel's time. */
export function NeighbourFields({ job, save }: { job: Job; save: Save }) {
  const store = useJobStore();
  const [shown, setShown] = useState<string | null>(null);
  return (
    <>
      <PartHead right="of the airtime">Neighbouring networks</PartHead>
      {job.neighbours.length === 0 && (
        <p className="text-muted">
          None entered. Add what a scan on site shows: channel, width, utilisation.
        </p>
      )}
      <ul>
        {job.neighbours.map((n) => (
          <li key={n.id} className="border-b border-rule">
            <div className="flex items-center gap-2">
              <button
                type="button"
                aria-expanded={shown === n.id}
                className="flex min-h-[27px] min-w-0 flex-1 items-center gap-2 text-left hover:bg-paper pointer-coarse:min-h-11"
                onClick={() => setShown(shown === n.id ? null : n.id)}
              >
                <span className="min-w-0 flex-1 truncate">{n.name}</span>
                <span className="text-muted">
                  {n.band} GHz, {n.channel}
                </span>
                <b className="w-11 text-right">{Math.round(n.busyShare * 100)} %</b>
              </button>
              <IconButton
                label={`Remove ${n.name}`}
                onClick={() =>
                  store.getState().commit({ label: `Remove ${n.name}`, put: [], remove: [n.id] })
                }
              >
                <Trash2 size={15} />
              </IconButton>
            </div>
            {shown === n.id && <One job={job} neighbour={n} save={save} />}
          </li>
        ))}
      </ul>
      <Button
        className="mt-2 w-full"
        onClick={() => {
          const id = freshId(job, 'near');
          save(
            {
              type: 'neighbour',
              id,
              name: `Network ${job.neighbours.length + 1}`,
              band: '2.4',
              channel: 6,
              widthMHz: 20,
              busyShare: 0.2,
              note: '',
            },
            'Add a neighbour',
          );
          setShown(id);
        }}
      >
        Add a neighbour
      </Button>
    </>
  );
}

function One({ job, neighbour: n, save }: { job: Job; neighbour: Neighbour; save: Save }) {
  const what = (v: string) => `${v} of ${n.name}`;
  const channels = radioRules[job.info.countryGroup].bands[n.band].channels;
  return (
    <div className="border-l-2 border-action pl-3">
      <NameField value={n.name} onChange={(name) => save({ ...n, name }, `Rename ${n.name}`)} />
      <WordChoice
        label="Band"
        value={n.band}
        words={bandWords}
        onChange={(band) =>
          save(
            { ...n, band, channel: radioRules[job.info.countryGroup].bands[band].channels[0] ?? 1 },
            what('Band'),
          )
        }
      />
      <Field label="Channel">
        {(id) => (
          <Choice
            id={id}
            value={String(n.channel)}
            options={(channels.includes(n.channel) ? channels : [n.channel, ...channels]).map((c) => ({
              value: String(c),
              text: String(c),
            }))}
            onChange={(v) => save({ ...n, channel: Number(v) }, what('Channel'))}
          />
        )}
      </Field>
      <Field label="Width">
        {(id) => (
          <Choice
            id={id}
            value={String(n.widthMHz)}
            options={widths.slice(0, n.band === '2.4' ? 2 : 5).map((w) => ({ value: w, text: `${w} MHz` }))}
            onChange={(v) => {
              const widthMHz = ([20, 40, 80, 160, 320] as const).find((w) => String(w) === v);
              if (widthMHz) save({ ...n, widthMHz }, what('Width'));
            }}
          />
        )}
      </Field>
      <NumberField
        label="Utilisation"
        value={Math.round(n.busyShare * 100)}
        unit="%"
        min={0}
        max={95}
        onChange={(v) => save({ ...n, busyShare: v / 100 }, what('Load'))}
      />
    </div>
  );
}
