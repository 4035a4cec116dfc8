import { lengthText } from '../geometry/lengthWords';
import { testDevice } from '../job/testDevice';
import { signalDbm } from './signal';
import type { Point3 } from '../geometry/point';
import { type Job } from '../job/job';
import { type Need, spotNeed } from '../job/needs';
import { type Band, bands, type Device, type Id } from '../job/records';
import { signalAt } from '../propagation/signalsKept';
import { placeInSpace } from '../propagation/scene';
import { type Term, termsOfPaths, type RadioPath, radioPathsTo } from '../propagation/radioPaths';
import { radioLink, rateLadder, rssiFor } from '../wifi/radioLink';
import {
  type Access,
  accessesOf,
  accessRates,
  chanceMet,
  delivered,
  cellEdgeMarginDb,
  retryDelayMs,
  signalFor,
} from './delivery';
import { noiseAt, type Noise } from './disturbance';
import type { Network } from './backhaul';
import { mountTerm, sourceOfUnit, calibrationTerm, type UnitAir, tcpFraction } from './hops';
import { mediumWords } from '../media/mediumWords';
import type { Scene } from '../propagation/model';

export type Bottleneck = 'plan' | 'port' | 'medium' | 'hop' | 'air' | 'device' | 'latency' | 'none';

/** One step of the way from the street to the device. */
export interface ChainStep {
  kind: 'plan' | 'port' | 'wire' | 'hop' | 'air' | 'device';
  label: string;
  detail: string;
  /** What this step alone allows, Mbps down. */
  mbps: number;
  /** Unit at the far end of the step. */
  unitId: Id | null;
  isLimit: boolean;
}

/** What a spot, or a fixed device, will get, and why. */
export interface Prediction {
  /** The spot's or device's id. */
  spotId: Id;
  need: Need;
  /** null: no unit reaches the spot at all. */
  unitId: Id | null;
  band: Band | null;
  /** The unit and band that signal, terms and ways are of: those joined, or the strongest where none reaches. */
  heard: { unitId: Id; band: Band } | null;
  rssiDbm: number | null;
  /** What the unit hears of the device, dBm: phones send weaker. */
  backDbm: number | null;
  spreadDb: number | null;
  downMbps: number;
  upMbps: number;
  latencyMs: number | null;
  /** Signal above what the need asks, dB; −Infinity when no signal would do. */
  headroomDb: number;
  /** Chance that the need is met, 0 … 1. */
  certainty: number;
  met: boolean;
  limitedBy: Bottleneck;
  /** The limit in words, for example «air, A to D». */
  limitText: string;
  chain: ChainStep[];
  /** What is sent first, then each gain or loss; they add up to rssiDbm. */
  terms: Term[];
  /** How the signal goes, strongest way first; site coordinates. */
  paths: RadioPath[];
  /** At the spot, at 2.4 GHz. */
  noise: Noise;
  /** The channel, and what neighbours take of it; null when nothing is joined. */
  air: Pick<UnitAir, 'channel' | 'chosen' | 'busyShare'> | null;
}

interface AccessOption {
  access: Access;
  rssiDbm: number;
  spreadDb: number;
  /** Of the signal, what readings have taught, dB. */
  correctionDb: number;
  headroomDb: number;
  certainty: number;
  down: number;
  up: number;
}

/** Where and for what a prediction is made: a spot, or a device that stays where it is. */
export interface Target {
  id: Id;
  at: Point3;
  need: Need;
}

/**
 * Predicts a place by trying every unit and band. Rates, signal and chain are those of the fastest
 * way; headroom and certainty are the best that any one way offers.
 */
export function predictAt(
  job: Job,
  scene: Scene,
  network: Network,
  { id, at, need }: Target,
  device: Device,
  { why = true }: { why?: boolean } = {},
): Prediction {
  const noise = noiseAt(scene, network.disturbers, ...at);
  let best: AccessOption | undefined;
  let headroomDb = -Infinity;
  let certainty = 0;
  for (const backhaul of network.backhauls) {
    const received = signalAt(sourceOfUnit(scene, backhaul, 'access'), at);
    for (const access of accessesOf(backhaul, device, job.info.streetLatencyMs)) {
      const b = bands.indexOf(access.band);
      const rssiDbm = signalDbm(access.radio, received, b, backhaul.mountDb);
      const rates = accessRates(access, rssiDbm, noise);
      const needed = signalFor(access, need, noise);
      const option: AccessOption = {
        access,
        rssiDbm,
        spreadDb: received.spreadDb[b] ?? 0,
        correctionDb: received.correctionDb[b] ?? 0,
        headroomDb: rssiDbm - needed(backhaul.mean),
        certainty: chanceMet(backhaul.cases.map(needed), backhaul.shares, rssiDbm, received.spreadDb[b] ?? 1),
        down: capped(device, delivered(backhaul.mean, access.band, rates.down, 'down')),
        up: capped(device, delivered(backhaul.mean, access.band, rates.up, 'up')),
      };
      if (!best || better(option, best)) best = option;
      headroomDb = Math.max(headroomDb, option.headroomDb);
      certainty = Math.max(certainty, option.certainty);
    }
  }
  const joined = best && works(best) ? best : undefined;
  if (!joined)
    return {
      spotId: id,
      need,
      unitId: null,
      band: null,
      heard: best ? heardOf(best) : null,
      rssiDbm: best?.rssiDbm ?? null,
      backDbm: best ? best.rssiDbm + best.access.upMinusDownDb : null,
      spreadDb: best?.spreadDb ?? null,
      downMbps: 0,
      upMbps: 0,
      latencyMs: null,
      headroomDb,
      certainty,
      met: false,
      limitedBy: 'air',
      limitText: 'no unit reaches',
      chain: [],
      noise,
      air: null,
      ...(best && why ? explain(scene, best, at) : { terms: [], paths: [] }),
    };
  const { access } = joined;
  const latencyMs = access.latencyMs + (nearEdge(joined) ? retryDelayMs : 0);
  const chain = chainOf(job, access, joined, device, noise);
  const met = joined.down >= need.downMbps && joined.up >= need.upMbps && latencyMs <= need.latencyMs;
  return {
    spotId: id,
    need,
    unitId: access.backhaul.unit.id,
    band: access.band,
    heard: heardOf(joined),
    rssiDbm: joined.rssiDbm,
    backDbm: joined.rssiDbm + access.upMinusDownDb,
    spreadDb: joined.spreadDb,
    downMbps: joined.down,
    upMbps: joined.up,
    latencyMs,
    headroomDb,
    certainty,
    met,
    ...limitOf(chain, latencyMs, need),
    chain,
    noise,
    air: access.air,
    ...(why ? explain(scene, joined, at) : { terms: [], paths: [] }),
  };
}

/** Every spot of the job, in the order of their numbers. Empty when the job has no device to predict for. */
export function predictJob(
  job: Job,
  scene: Scene,
  network: Network,
  options: { why?: boolean } = {},
): Prediction[] {
  const device = testDevice(job);
  if (!device) return [];
  return [...job.spots]
    .sort((a, b) => a.number - b.number)
    .map((s) =>
      predictAt(
        job,
        scene,
        network,
        { id: s.id, at: placeInSpace(job, s), need: spotNeed(job, s) },
        device,
        options,
      ),
    );
}

const capped = (device: Device, mbps: number) => Math.min(mbps, device.capMbps ?? Infinity);

const heardOf = ({ access }: AccessOption) => ({ unitId: access.backhaul.unit.id, band: access.band });
const works = (o: AccessOption): boolean => o.down > 0 && o.up > 0;

/**
 * A device ends up on the faster way of those that work both ways; where none does, the one with the
 * stronger signal is told about.
 */
function better(a: AccessOption, b: AccessOption): boolean {
  if (works(a) !== works(b)) return works(a);
  return works(a) && a.down !== b.down ? a.down > b.down : a.rssiDbm > b.rssiDbm;
}

function nearEdge({ access, rssiDbm }: AccessOption): boolean {
  const weaker = Math.min(rssiDbm, rssiDbm + access.upMinusDownDb);
  return weaker < rssiFor(0, access.mode) + cellEdgeMarginDb;
}

/** How an option's signal goes, and the terms that add up to it. */
function explain(
  scene: Scene,
  { access, correctionDb: taughtDb }: AccessOption,
  at: Point3,
): Pick<Prediction, 'terms' | 'paths'> {
  const { backhaul, radio, band } = access;
  const ways = radioPathsTo(sourceOfUnit(scene, backhaul, 'access'), at, band);
  const rest = { id: backhaul.unit.id, spreadDb: 0 };
  return {
    paths: ways,
    terms: [
      { kind: 'sent', label: `Transmitted by ${backhaul.unit.letter}`, db: radio.eirpDbm, ...rest },
      ...mountTerm(backhaul, bands.indexOf(band)),
      ...termsOfPaths(ways),
      ...calibrationTerm(taughtDb),
    ],
  };
}

function chainOf(job: Job, access: Access, option: AccessOption, device: Device, noise: Noise): ChainStep[] {
  const { backhaul, band } = access;
  const main = backhaul.hops[0]?.from ?? backhaul;
  const steps: ChainStep[] = [
    {
      kind: 'plan',
      label: 'Incoming line',
      detail: 'contract speed',
      mbps: job.info.planDownMbps,
      unitId: main.unit.id,
      isLimit: false,
    },
  ];
  const port = main.product.portMbps * tcpFraction;
  if (port < job.info.planDownMbps)
    steps.push({
      kind: 'port',
      label: `Port of ${main.unit.letter}`,
      detail: main.product.name,
      mbps: port,
      unitId: main.unit.id,
      isLimit: false,
    });
  for (const hop of backhaul.hops) {
    const pair = `${hop.from.unit.letter} to ${hop.to.unit.letter}`;
    steps.push({
      kind: hop.wireless ? 'hop' : 'wire',
      label: `${mediumWords[hop.link.medium]}, ${pair}`,
      detail: hop.wireless
        ? `${hop.wireless.band} GHz ${hop.link.radio === 'dedicated' ? 'own' : 'shared'}, −${Math.abs(hop.wireless.downDbm).toFixed(0)} dBm`
        : hop.wire
          ? `${hop.wire.lossDb.toFixed(0)} dB on the route`
          : [
              hop.link.category ?? '',
              hop.link.lengthM === null ? '' : lengthText(hop.link.lengthM, job.info.lengths, 0),
            ]
              .filter(Boolean)
              .join(' '),
      mbps: hop.downMbps,
      unitId: hop.to.unit.id,
      isLimit: false,
    });
  }
  const access1 = accessRates(access, option.rssiDbm, noise).down;
  const { standard, widthMHz, streams } = access.radio;
  const unitAlone =
    (1 - access.air.busyShare) * radioLink(option.rssiDbm, { standard, widthMHz, streams }).goodputMbps;
  const top = (1 - access.air.busyShare) * (rateLadder(access.mode).at(-1)?.goodputMbps ?? 0);
  const deviceIsWhy = unitAlone > access1 * 1.05 && access1 >= top * 0.999;
  steps.push({
    kind: deviceIsWhy ? 'device' : 'air',
    label: deviceIsWhy
      ? `${device.name}, ${device.streams} streams`
      : `Wireless from ${backhaul.unit.letter}`,
    detail: `${band} GHz, −${Math.abs(option.rssiDbm).toFixed(0)} dBm`,
    mbps: access1,
    unitId: null,
    isLimit: false,
  });
  if (device.capMbps !== null)
    steps.push({
      kind: 'device',
      label: `${device.name}: its maximum`,
      detail: 'test device',
      mbps: device.capMbps,
      unitId: null,
      isLimit: false,
    });
  const least = steps.reduce((a, b) => (b.mbps < a.mbps ? b : a));
  least.isLimit = true;
  return steps;
}

function limitOf(
  chain: ChainStep[],
  latencyMs: number,
  need: Need,
): { limitedBy: Bottleneck; limitText: string } {
  if (latencyMs > need.latencyMs)
    return { limitedBy: 'latency', limitText: `latency ${latencyMs.toFixed(0)} of ${need.latencyMs} ms` };
  const step = chain.find((s) => s.isLimit);
  if (!step) return { limitedBy: 'none', limitText: '' };
  const limit = {
    plan: 'plan',
    port: 'port',
    wire: 'medium',
    hop: 'hop',
    air: 'air',
    device: 'device',
  } as const;
  return { limitedBy: limit[step.kind], limitText: step.kind === 'plan' ? 'contract speed' : step.label };
}
