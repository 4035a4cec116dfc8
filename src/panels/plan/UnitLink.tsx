'use client';

import { sayError } from '@/ui/sayError';
import { usePathname, useRouter } from 'next/navigation';
import { find } from '@/core/job/job';
import { categorySchema, type Link, type Product, type Unit } from '@/core/job/records';
import { poePort } from '@/core/media/poe';
import type { BackhaulOption } from '@/core/network/backhaulOptions';
import { linkOf } from '@/core/network/backhaul';
import { mediumWords } from '@/core/media/mediumWords';
import { StatusMark } from '@/ui/marks';
import { Button, Choice, Field, NumberInput, PartHead } from '@/ui/primitives';
import { layCable } from '@/editor/sheet/layCable';
import { messageOf } from '@/client/store/api';
import { LinkIcon } from '@/editor/sheet/LinkLines';
import { useJob, useJobStore } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { minutesText } from '@/ui/time';
import { moneyText, sureText } from '@/ui/units';
import { LossTerms } from '@/panels/why/LossTerms';
import { useBackhaulOptions } from './useBackhaulOptions';

/** How many ways are shown before the rest is unfolded. */
const shownFirst = 6;

/** What feeds a unit: every medium computed side by side, best first; one click takes it. */
export function UnitLink({ unit }: { unit: Unit }) {
  const store = useJobStore();
  const job = useJob((s) => s.job);
  const product = find(job, 'kit', unit.kitId);
  const link = linkOf(job, unit.id);
  const rate = useJob((s) => s.network?.links.find((l) => l.linkId === link?.id));
  const options = useBackhaulOptions(unit);
  const letter = (id: string) => find(job, 'unit', id)?.letter ?? '?';
  const isMain = (product?.kind === 'main' || product?.kind === 'router') && !link;
  const take = (next: Link, also: BackhaulOption['also'] = []) =>
    store.getState().commit({
      label: `Connect ${unit.letter} from ${letter(next.fromUnitId)}`,
      put: [...also, next],
      remove: [],
    });
  const open = options?.filter((o) => o.whyNot === null) ?? [];
  const shut = options?.filter((o) => o.whyNot !== null) ?? [];
  const sends = (product?.radios.length ?? 0) > 0;
  const row = (o: BackhaulOption) => (
    <OptionRow key={keyOf(o)} option={o} sends={sends} onTake={() => take(o.link, o.also)} />
  );
  return (
    <>
      <PartHead right="Mbps to here">
        {isMain ? `${unit.letter} is the main unit` : `Uplink of ${unit.letter}`}
      </PartHead>
      {isMain && (
        <p className="text-muted">
          Connected to the incoming line: {rateText(job.info.planDownMbps)} / {rateText(job.info.planUpMbps)}{' '}
          Mbps.
        </p>
      )}
      {link && (link.medium === 'ethernet' || link.medium === 'fibre') && (
        <CableFields
          link={link}
          product={product}
          rate={rate?.downMbps}
          from={letter(link.fromUnitId)}
          take={take}
        />
      )}
      {!isMain && (
        <>
          {options === null && <p className="text-muted">Calculating link options …</p>}
          <ul aria-label={`Link options of ${unit.letter}`}>{open.slice(0, shownFirst).map(row)}</ul>
          {open.length > shownFirst && (
            <details>
              <summary className="cursor-pointer py-1.5 font-semibold text-action">
                {open.length - shownFirst} more options
              </summary>
              <ul>{open.slice(shownFirst).map(row)}</ul>
            </details>
          )}
          {shut.length > 0 && (
            <details>
              <summary className="cursor-pointer py-1.5 font-semibold text-action">
                {shut.length} not possible, with reasons
              </summary>
              <ul>{shut.map(row)}</ul>
            </details>
          )}
        </>
      )}
      {rate?.air && (
        <details className="mt-1">
          <summary className="cursor-pointer py-1 font-semibold text-action">
            Why −{Math.abs(rate.air.downDbm).toFixed(0)} dBm here
          </summary>
          <LossTerms
            terms={rate.air.terms}
            total={{ label: 'Received power', db: rate.air.downDbm, spreadDb: rate.air.spreadDb }}
          />
          <p className="mt-1 text-[12px] text-muted">
            Back at {letter(link?.fromUnitId ?? '')}: −{Math.abs(rate.air.upDbm).toFixed(1)} dBm.
          </p>
        </details>
      )}
    </>
  );
}

const keyOf = ({ link: l }: BackhaulOption) =>
  [l.fromUnitId, l.medium, l.radio, l.band, l.adapterKitId].join('|');

function OptionRow({
  option: o,
  sends,
  onTake,
}: {
  option: BackhaulOption;
  /** Does the unit send, or only pass on? */
  sends: boolean;
  onTake: () => void;
}) {
  const spot = useJob((s) => find(s.job, 'spot', o.worst?.spotId));
  const currency = useJob((s) => s.job.info.currency);
  const costs = [
    o.costEur > 0 && moneyText(o.costEur, currency),
    o.minutes > 0 && minutesText(o.minutes),
    o.holes > 0 && `${o.holes} ${o.holes === 1 ? 'hole' : 'holes'}`,
  ].filter(Boolean);
  return (
    <li>
      <button
        type="button"
        aria-pressed={o.taken}
        disabled={o.whyNot !== null}
        className={`flex min-h-12 w-full items-start gap-2.5 border-b border-rule px-1.5 py-1 text-left enabled:hover:bg-paper ${
          o.taken ? 'bg-chosen shadow-[inset_3px_0_0_var(--color-action)]' : ''
        }`}
        onClick={onTake}
      >
        <LinkIcon link={o.link} />
        <span className="min-w-0 flex-1 leading-tight">
          <b>{o.label}</b> from {o.fromLetter}
          {o.whyNot ? (
            <span className="block text-[12px] text-rust-text">{o.whyNot}</span>
          ) : (
            <span className="block text-[12px] text-muted">
              {spot && o.worst
                ? `lowest spot ${spot.number}: ${rateText(o.worst.downMbps)}, ${sureText(o.worst.certainty)} certain`
                : sends
                  ? 'no spot uses it'
                  : 'for its downstream units'}
              {costs.length ? ` · ${costs.join(' · ')}` : ''}
            </span>
          )}
          {!o.whyNot &&
            o.cautions.map((c) => (
              <span key={c} className="flex items-start gap-1 text-[12px] text-ochre-text">
                <StatusMark mark="thin" size={11} /> {c}
              </span>
            ))}
        </span>
        <span className="font-bold">{o.downMbps > 0 ? rateText(o.downMbps) : 'none'}</span>
      </button>
    </li>
  );
}

function CableFields({
  link,
  product,
  rate,
  from,
  take,
}: {
  link: Link;
  product: Product | undefined;
  rate: number | undefined;
  from: string;
  take: (link: Link) => void;
}) {
  const store = useJobStore();
  const router = useRouter();
  const path = usePathname();
  const jobId = useJob((s) => s.job.info.id);
  const startsOn = useJob((s) => find(s.job, 'unit', link.fromUnitId)?.storeyId ?? s.storeyId);
  const power =
    product?.poeIn && link.category && link.lengthM !== null
      ? poePort(product.poeIn, product.powerW, link.lengthM, link.category)
      : null;
  return (
    <div className="border-l-[3px] border-action bg-chosen px-3 py-1.5">
      <p className="flex items-center justify-between font-semibold">
        <span>
          {mediumWords[link.medium]} from {from}
        </span>
        <span>{rate ? rateText(rate) : '–'}</span>
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
              options={categorySchema.options.map((c) => ({ value: c, text: c.replace('cat', 'Cat ') }))}
              onChange={(c) => take({ ...link, category: categorySchema.catch('cat6').parse(c) })}
            />
          )}
        </Field>
      )}
      <div className="flex flex-wrap items-center justify-between gap-2 pt-1.5">
        <span className="text-[12px] text-muted">
          {link.points.length > 0 ? 'As drawn' : 'By the shortest route'}
          {link.holes !== null && `, ${link.holes} ${link.holes === 1 ? 'hole' : 'holes'}`}
        </span>
        <span className="flex gap-2">
          {link.points.length > 0 && (
            <Button onClick={() => void layCable(store, []).catch((e: unknown) => sayError(messageOf(e)))}>
              Shortest
            </Button>
          )}
          <Button
            onClick={() => {
              store.getState().set({ tool: 'cable', storeyId: startsOn });
              if (!path.endsWith('/plan')) router.push(`/jobs/${jobId}/plan`);
            }}
          >
            Draw its route
          </Button>
        </span>
      </div>
      {power && (
        <p className={`pt-1 text-[12px] ${power.ok ? 'text-muted' : 'text-rust-text'}`}>
          {power.sourceW === null || power.deviceV === null
            ? 'This cable cannot carry the power it needs.'
            : `Power over the cable: ${power.sourceW.toFixed(1)} W at the port, ${power.deviceV.toFixed(1)} V at the unit${power.ok ? '.' : ': not enough.'}`}
        </p>
      )}
    </div>
  );
}
