/** A proposal as people read it: what it is made of, and what the real network gives with it. */
import { sureEnough } from '../network/sureEnough';
import { billOf } from '../design/bill';
import { applyEdit } from '../job/edits';
import { find, type Job } from '../job/job';
import type { Id } from '../job/records';
import { networkOf } from '../network/backhaul';
import { dailyLife } from './dailyLife';
import { deviceNeeds, roomNeeds } from './evaluate';
import { loadOf } from '../network/load';
import { predictJob } from '../network/predict';
import type { Scene } from '../propagation/model';
import { keptOf } from './kept';
import type { Choice } from './choice';
import { type CandidateOption, hourEur } from './planningInstance';
import { type ProposalKind, proposalWords } from './proposalWords';
import { editOf } from './editOf';
import type { NewMain } from './newMain';
import { type HalfwayBaseline, halfwayBaselines } from './halfwayBaseline';

export interface Proposal {
  kind: ProposalKind;
  /** A first answer, without units behind units; a better one is being looked for. */
  early?: boolean;
  /** Proven best; else the best found in the time, at most so far from the best there could be. */
  proven: boolean;
  gapEur: number | null;
  units: {
    letter: string;
    product: string;
    /** The candidate, and in words. */
    placeId: Id;
    /** The place that stands for it where places are left out: of one aside the one by its socket. */
    namedPlaceId: Id;
    place: string;
    wired: boolean;
    link: string;
    partsEur: number;
    minutes: number;
    holes: number;
  }[];
  /** Cables to fixed devices. */
  cables: { device: string; from: string; partsEur: number; minutes: number; holes: number }[];
  /** Another main unit in the place of the household's; null = what is there. */
  main: NewMain | null;
  partsEur: number;
  minutes: number;
  costEur: number;
  holes: number;
  /** On the network as it would be, worked out anew. */
  met: number;
  spots: number;
  /** Fixed devices, on Wi-Fi or by a cable: how many are served surely enough, of how many. */
  devices: { met: number; of: number };
  /** Rooms of which nine tenths are served surely enough, where the job asks for rooms. */
  rooms: { met: number; of: number };
  worst: { spotId: Id; headroomDb: number; certainty: number } | null;
  fitsAtOnce: boolean;
  /** What it asks of daily life; null where no unit is new. */
  dailyLife: string | null;
  /** Each unit against the half-way baseline. */
  habits: HalfwayBaseline[];
  /** What it is made of; `editOf` makes it the plan. */
  options: CandidateOption[];
}

/** Puts a choice into the plan and works out what comes of it. @param main another main unit that it hangs on. */
export function proposalOf(
  kind: ProposalKind,
  job: Job,
  scene: Scene,
  { options, proven, gapEur }: Choice,
  main: NewMain | null = null,
): Proposal {
  const { edit, units } = editOf(job, options, `Apply the proposal: ${proposalWords[kind]}`, main?.edit);
  const planned = applyEdit(job, edit).job;
  const network = networkOf(planned, scene, 'planned');
  const predictions = predictJob(planned, scene, network, { why: false });
  const devices = deviceNeeds(planned, scene, network);
  const rooms = roomNeeds(planned, scene, network);
  const worst = predictions.reduce<Proposal['worst']>(
    (low, p) =>
      !low || p.headroomDb < low.headroomDb
        ? { spotId: p.spotId, headroomDb: p.headroomDb, certainty: p.certainty }
        : low,
    null,
  );
  // by the bill, where a filter that two links share is one
  const [bill, had] = [billOf(planned), billOf(keptOf(job))];
  const [partsEur, minutes] = [bill.partsEur - had.partsEur, bill.minutes - had.minutes];
  return {
    kind,
    proven,
    gapEur,
    units: options
      .filter((c) => c.candidate.kind !== 'device')
      .map((c) => ({
        letter: units.get(c.id)?.letter ?? '?',
        product: c.product.name,
        placeId: c.candidate.id,
        namedPlaceId: c.candidate.asideOf ?? c.candidate.id,
        place: c.candidate.words,
        wired: c.link.medium !== 'wireless',
        link: c.label,
        partsEur: c.partsEur,
        minutes: c.minutes,
        holes: c.holes,
      }))
      .sort((a, b) => a.letter.localeCompare(b.letter)),
    cables: options
      .filter((c) => c.candidate.kind === 'device')
      .map((c) => ({
        device: c.candidate.words,
        from: units.get(c.parent ?? '')?.letter ?? find(planned, 'unit', c.link.fromUnitId)?.letter ?? '?',
        ...{ partsEur: c.partsEur, minutes: c.minutes, holes: c.holes },
      })),
    main,
    partsEur,
    minutes,
    costEur: partsEur + (minutes / 60) * hourEur,
    holes: bill.holes - had.holes,
    met: predictions.filter((p) => p.certainty >= sureEnough).length,
    spots: predictions.length,
    devices: { met: devices.filter((n) => n.met).length, of: devices.length },
    rooms: { met: rooms.filter((n) => n.met).length, of: rooms.length },
    worst,
    dailyLife: dailyLife(options),
    fitsAtOnce: loadOf(planned, network, predictions).fits,
    habits: halfwayBaselines(planned, scene, [...units.values()], predictions),
    options: [...options],
  };
}
