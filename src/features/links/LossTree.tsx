'use client';

import { colour } from '@/ui/colour';
import type { CoaxLosses, LossStep, MainsLosses } from '@/core/media/lossSteps';
import { PartHead } from '@/ui/primitives';
import { useJob } from '@/client/store/JobProvider';
import { rateText } from '@/core/network/rateText';
import { lengthText } from '@/ui/units';

const rowPx = 27;
const scalePx = 122;
const left = 148;
/** dB shown from the left of the scale to its right. */
const mostDb = 80;
const at = (db: number) => left + (Math.min(db, mostDb) / mostDb) * scalePx;

/** The way of a coax link, outlet to outlet: each loss as a step down, against where the rate falls and ends. */
export function CoaxTree({
  losses,
  portsMbps,
  letters,
}: {
  losses: CoaxLosses;
  /** What the link lets through in all, ports and adapters counted. */
  portsMbps: number | undefined;
  letters: [string, string];
}) {
  const { steps, lossDb, mbps, rated, fullUpToDb, nothingFromDb } = losses;
  let sum = 0;
  const placed = steps.map((step) => {
    const from = sum;
    sum += step.db;
    return { step, from };
  });
  const height = (steps.length + 2) * rowPx + 4;
  const keptDb = nothingFromDb - lossDb;
  return (
    <section aria-label="Existing coax">
      <PartHead right={`full rate up to ${fullUpToDb} dB, no link above ${nothingFromDb}`}>
        Existing coax
      </PartHead>
      <svg
        viewBox={`0 0 312 ${height + 18}`}
        className="w-full"
        role="img"
        aria-label={`${losses.from} to ${losses.to}: ${steps.map((s) => `${s.label} ${s.db.toFixed(1)} dB`).join(', ')}; ${lossDb.toFixed(1)} dB in all`}
      >
        <g fontSize={11.5} fill={colour.muted}>
          <text x={0} y={11}>
            {letters[0]} to {letters[1]}
          </text>
          {[0, fullUpToDb, nothingFromDb].map((db) => (
            <text key={db} x={at(db)} y={11} textAnchor="middle">
              {db}
            </text>
          ))}
          <text x={310} y={11} textAnchor="end">
            dB
          </text>
        </g>
        <g transform="translate(0 16)">
          <path d={`M0 0H312`} stroke={colour.ink} strokeWidth={1.5} />
          <rect
            x={at(fullUpToDb)}
            width={at(nothingFromDb) - at(fullUpToDb)}
            height={height}
            fill={colour.ochreWash}
          />
          <path d={`M${at(0)} 0V${height}`} stroke={colour.strong} />
          <path d={`M${at(fullUpToDb)} 0V${height}`} stroke={colour.ochre} strokeWidth={1.4} />
          <path d={`M${at(nothingFromDb)} 0V${height}`} stroke={colour.rust} strokeWidth={1.4} />
          <path d={`M8 ${rowPx / 2}V${height - rowPx / 2}`} stroke={colour.ink} strokeWidth={5} />
          <path d={`M8 ${rowPx / 2}V${height - rowPx / 2}`} stroke={colour.panel} strokeWidth={2.2} />
          <End y={0} text={losses.from} />
          {placed.map(({ step, from }, i) => (
            <Step key={i} y={(i + 1) * rowPx} step={step} from={from} />
          ))}
          <End y={(steps.length + 1) * rowPx} text={losses.to} />
        </g>
      </svg>
      <p className="flex justify-between border-t-[1.5px] border-ink pt-1 font-bold">
        <span>{lossDb.toFixed(1)} dB in all</span>
        <span className="text-action">{rateText(mbps)} Mbps</span>
      </p>
      <p className="pt-1 text-[12px] text-muted">
        {keptDb > 0 ? `${keptDb.toFixed(1)} dB remain before the link fails. ` : 'No link. '}
        {portsMbps !== undefined &&
          portsMbps < mbps * 0.94 &&
          `Ports and adapters limit it to ${rateText(portsMbps)} Mbps of it through. `}
        {rated.lossDb < lossDb - 0.05 &&
          `${(lossDb - rated.lossDb).toFixed(0)} dB of it are for splitters that may not be made for the band: with ones that are, ${rated.lossDb.toFixed(1)} dB and ${rateText(rated.mbps)} Mbps.`}
      </p>
      {losses.cautions.length > 0 && (
        <ul className="list-disc pl-4 text-[12px] text-ochre-text">
          {losses.cautions.map((c) => (
            <li key={c}>{c}</li>
          ))}
        </ul>
      )}
    </section>
  );
}

function End({ y, text }: { y: number; text: string }) {
  return (
    <g transform={`translate(0 ${y})`}>
      <circle cx={8} cy={rowPx / 2} r={5} fill={colour.panel} stroke={colour.ink} strokeWidth={1.5} />
      <circle cx={8} cy={rowPx / 2} r={1.6} fill={colour.ink} />
      <text x={22} y={rowPx / 2 + 4} fontSize={12} fontWeight={700} fill={colour.ink}>
        {text.length > 24 ? `${text.slice(0, 23)}…` : text}
      </text>
    </g>
  );
}

function Step({ y, step, from }: { y: number; step: LossStep; from: number }) {
  const sure = from + step.db - step.fearedDb;
  const words = step.label.split(', ');
  return (
    <g transform={`translate(0 ${y})`}>
      <path d={`M0 0H312`} stroke={colour.earth} />
      {step.kind === 'splitter' && (
        <rect
          x={1}
          y={rowPx / 2 - 6}
          width={14}
          height={12}
          fill={colour.panel}
          stroke={colour.ink}
          strokeWidth={1.3}
        />
      )}
      <text x={22} y={words.length > 1 ? 11 : rowPx / 2 + 4} fontSize={11.5} fill={colour.ink}>
        {words[0]}
      </text>
      {words.length > 1 && (
        <text x={22} y={22.5} fontSize={10.5} fill={colour.muted}>
          {words.slice(1).join(', ')}
        </text>
      )}
      <rect
        x={at(from)}
        y={8}
        width={Math.max(1.5, at(sure) - at(from))}
        height={11}
        fill={colour.head4}
        stroke={colour.isoline}
      />
      {step.fearedDb > 0 && (
        <rect
          x={at(sure)}
          y={8}
          width={at(from + step.db) - at(sure)}
          height={11}
          fill={colour.ochreBand}
          stroke={colour.ochre}
        />
      )}
      <text x={310} y={rowPx / 2 + 4} fontSize={12} fontWeight={700} textAnchor="end" fill={colour.ink}>
        {step.db.toFixed(1)}
      </text>
    </g>
  );
}

/** The way of a powerline link: the wire, and what on it costs. */
export function MainsSteps({ losses }: { losses: MainsLosses }) {
  const lengths = useJob((s) => s.job.info.lengths);
  const { steps, lengthM, taps } = losses;
  return (
    <section aria-label="Mains route">
      <PartHead right="dB">Mains route</PartHead>
      <p className="border-b border-rule pb-1">
        {losses.from} to {losses.to}: about {lengthText(lengthM, lengths, 0)} of wire, {taps}{' '}
        {taps === 1 ? 'socket' : 'sockets'} passed. The loss rises with frequency.
      </p>
      <ul>
        {steps.map((s) => (
          <li key={s.label} className="flex justify-between border-b border-rule py-1">
            <span>{s.label}</span>
            <b>{s.db}</b>
          </li>
        ))}
      </ul>
      {steps.length === 0 && (
        <p className="pt-1 text-[12px] text-muted">
          No consumer unit, other phase or power strip is between.
        </p>
      )}
    </section>
  );
}
