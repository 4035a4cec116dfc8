'use client';

import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { find } from '@/core/job/job';
import type { Link, Unit } from '@/core/job/records';
import { linkOf } from '@/core/network/feeds';
import type { AirLink } from '@/core/plan/placeUnit';
import { Choice, Field, NumberInput, PartHead } from '@/ui/primitives';
import { LossTerms } from '@/ui/why/LossTerms';
import { LinkStroke } from '@/ui/sheet/LinkLines';
import { messageOf } from '@/ui/store/api';
import { useJob, useJobStore } from '@/ui/store/JobProvider';
import { rateText } from '@/ui/units';

const keyOf = (l: Pick<Link, 'fromUnitId' | 'medium' | 'radio' | 'band'>) =>
  [l.fromUnitId, l.medium, l.radio, l.band].join('|');

/** The best ways over the air, from the worker, asked anew whenever it has a new answer. */
function useAirLinks(unit: Unit): AirLink[] {
  const compute = useJob((s) => s.compute);
  const network = useJob((s) => s.network);
  const dragging = useJob((s) => s.dragged !== null);
  const [found, setFound] = useState<{ unitId: string; links: AirLink[] }>({ unitId: '', links: [] });
  useEffect(() => {
    if (!compute || !network || dragging) return;
    let live = true;
    compute.airLinks(unit.id).then(
      (links) => live && setFound({ unitId: unit.id, links: links.slice(0, 6) }),
      (error: unknown) => live && toast.error(messageOf(error)),
    );
    return () => {
      live = false;
    };
  }, [compute, network, dragging, unit.id]);
  return found.unitId === unit.id ? found.links : [];
}

/** What feeds a unit: every way over the air computed, best first, and a cable that is measured by hand. */
export function UnitLink({ unit }: { unit: Unit }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const kit = find(job, 'kit', unit.kitId);
  const link = linkOf(job, unit.id);
  const rate = useJob((s) => s.network?.links.find((l) => l.linkId === link?.id));
  const options = useAirLinks(unit);
  const others = job.units.filter((u) => u.planned && u.id !== unit.id);
  const letter = (id: string) => find(job, 'unit', id)?.letter ?? '?';
  const take = (next: Link) =>
    store
      .getState()
      .commit({ label: `Feed ${unit.letter} from ${letter(next.fromUnitId)}`, put: [next], remove: [] });
  const cable = (fromUnitId: string): Link => ({
    type: 'link',
    id: link?.id ?? `link-${unit.id}`,
    unitId: unit.id,
    fromUnitId,
    medium: 'ethernet',
    radio: null,
    band: null,
    category: link?.category ?? 'cat6',
    lengthM: link?.lengthM ?? 20,
  });
  const isMain = (kit?.kind === 'main' || kit?.kind === 'router') && !link;
  return (
    <>
      <PartHead right="Mbps to here">
        {isMain ? `${unit.letter} is the main unit` : `What feeds ${unit.letter}`}
      </PartHead>
      {isMain && (
        <p className="text-muted">
          Fed from the street: {rateText(job.info.planDownMbps)} / {rateText(job.info.planUpMbps)} Mbps.
        </p>
      )}
      {link && link.medium !== 'wireless' && (
        <div className="border-l-[3px] border-action bg-chosen px-3 py-1.5">
          <p className="flex items-center justify-between font-semibold">
            <span>
              {link.medium === 'fibre' ? 'Fibre' : 'Ethernet'} from {letter(link.fromUnitId)}
            </span>
            <span>{rate ? rateText(rate.downMbps) : '–'}</span>
          </p>
          <Field label="Length">
            {(id) => (
              <NumberInput
                id={id}
                value={link.lengthM ?? 0}
                unit="m"
                min={0}
                max={5000}
                onChange={(lengthM) => take({ ...link, lengthM })}
              />
            )}
          </Field>
          {link.medium === 'ethernet' && (
            <Field label="Cable">
              {(id) => (
                <Choice
                  id={id}
                  value={link.category ?? 'cat6'}
                  options={[
                    { value: 'cat5e', text: 'Cat 5e' },
                    { value: 'cat6', text: 'Cat 6' },
                    { value: 'cat6a', text: 'Cat 6a' },
                  ]}
                  onChange={(c) => take({ ...link, category: c === 'cat5e' || c === 'cat6a' ? c : 'cat6' })}
                />
              )}
            </Field>
          )}
        </div>
      )}
      <ul>
        {options.map((o) => {
          const chosen = link !== undefined && keyOf(o.link) === keyOf(link);
          return (
            <li key={keyOf(o.link)}>
              <button
                type="button"
                aria-pressed={chosen}
                className={`flex min-h-[40px] w-full items-center gap-2.5 border-b border-rule px-1.5 text-left hover:bg-paper ${
                  chosen ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''
                }`}
                onClick={() => take(o.link)}
              >
                <svg width={34} height={14} aria-hidden="true" className="shrink-0">
                  <LinkStroke link={o.link} d="M3 11Q17 -1 31 11" />
                </svg>
                <span className="flex-1 leading-tight">
                  <b>Air from {letter(o.link.fromUnitId)}</b>, {o.link.band} GHz
                  <span className="block text-[12px] text-muted">
                    {o.link.radio === 'dedicated' ? 'a radio of its own' : 'shares the radio with devices'}
                  </span>
                </span>
                <span className="font-bold">{o.downMbps > 0 ? rateText(o.downMbps) : 'no link'}</span>
              </button>
            </li>
          );
        })}
      </ul>
      {rate?.air && (
        <details className="mt-1">
          <summary className="cursor-pointer py-1 font-semibold text-action">
            Why −{Math.abs(rate.air.downDbm).toFixed(0)} dBm here
          </summary>
          <LossTerms
            terms={rate.air.terms}
            total={{ label: 'Arrives', db: rate.air.downDbm, spreadDb: rate.air.spreadDb }}
          />
          <p className="mt-1 text-[12px] text-muted">
            Back at {letter(link?.fromUnitId ?? '')}: −{Math.abs(rate.air.upDbm).toFixed(1)} dBm.
          </p>
        </details>
      )}
      {others.length > 0 && (
        <Field label="Or a cable from">
          {(id) => (
            <Choice
              id={id}
              value={link && link.medium !== 'wireless' ? link.fromUnitId : ''}
              options={[
                { value: '', text: 'choose' },
                ...others.map((u) => ({ value: u.id, text: `${u.letter}, ${u.name}` })),
              ]}
              onChange={(from) => from && take(cable(from))}
            />
          )}
        </Field>
      )}
    </>
  );
}
