/** For a spot that is not as it should be: the single moves that would help most, each tried on the whole network. */
import { inRegion } from '../geometry/region';
import { applyEdit, type Edit, putOne } from '../job/edits';
import { freshId, freshLetter } from '../job/fresh';
import { find, get, type Job } from '../job/job';
import { spotNeed } from '../job/needs';
import type { Id, Spot, Unit } from '../job/records';
import { type BackhaulOption, backhaulOptions } from '../network/backhaulOptions';
import { networkOf } from '../network/backhaul';
import { type Prediction, predictAt, predictJob } from '../network/predict';
import { testDevice } from '../job/testDevice';
import { placeInSpace } from '../propagation/scene';
import { candidatesOf, fits, unitAt } from './candidates';
import { hourEur } from './planningInstance';
import { sureEnough } from '../network/sureEnough';
import type { Scene } from '../propagation/model';
import { changeUnit } from '../design/changeUnit';
import { toCentimetre } from '../geometry/round';

export interface NextStep {
  kind: 'turn' | 'move' | 'link' | 'unit' | 'device' | 'plan';
  /** What to do: «Move B 150 cm north-east». */
  words: string;
  /** The edit that does it in the plan; null where nothing in the plan changes. */
  edit: Edit | null;
  /** What the spot gets then, and how sure its need is met. */
  downMbps: number;
  headroomDb: number;
  certainty: number;
  /** Needs of other spots met then that are not now, less those lost. */
  others: number;
  /** In the job's currency; null where nothing is bought. */
  priceEur: number | null;
}

const compass = ['east', 'south-east', 'south', 'south-west', 'west', 'north-west', 'north', 'north-east'];
/** How far a unit is moved in trying, m. */
const movesM = [0.5, 1, 1.5, 2.5];
/** Places tried for one more unit: the nearest of them. */
const mostPlaces = 14;
/** A move that gives less is no help, dB, unless it makes the need sure. */
const worthDb = 1;
/** Most steps that are told. */
const mostSteps = 4;
/** What is done before what: the less work first. */
const effort: Record<NextStep['kind'], number> = { turn: 0, device: 1, move: 2, link: 3, plan: 4, unit: 5 };

/**
 * The best single moves for a spot, those that make its need sure first, of them the one with least
 * work. Each kind once, at its best; none that makes more needs unmet elsewhere than it meets.
 * @param scene of the job. Some tenths of a second.
 */
export function nextSteps(job: Job, scene: Scene, spotId: Id): NextStep[] {
  const spot = get(job, 'spot', spotId);
  const device = testDevice(job);
  if (!device) return [];
  const metOf = (list: readonly Prediction[]) =>
    list.filter((p) => p.spotId !== spotId && p.certainty >= sureEnough).length;
  const predict = (j: Job) => predictJob(j, scene, networkOf(j, scene, 'planned'), { why: false });
  const now = predict(job);
  const own = now.find((p) => p.spotId === spotId);
  if (!own) return [];
  const met = metOf(now);
  const tried: NextStep[] = [];
  const tryEdit = (kind: NextStep['kind'], words: string, edit: Edit, priceEur: number | null = null) => {
    const then = predict(applyEdit(job, edit).job);
    const p = then.find((q) => q.spotId === spotId);
    if (!p) return;
    const { downMbps, headroomDb, certainty } = p;
    const others = metOf(then) - met;
    tried.push({
      kind,
      words,
      edit: { ...edit, label: words.slice(0, 160) },
      downMbps,
      headroomDb,
      certainty,
      others,
      priceEur,
    });
  };
  const unit = find(job, 'unit', own.unitId ?? own.heard?.unitId);
  if (unit) {
    moves(job, unit, spot).forEach(({ words, to }) =>
      tryEdit('move', words, changeUnit(job, to, words, true).edit),
    );
    if (unit.tiltDeg !== 0) {
      const words = `Put ${unit.letter} upright`;
      tryEdit('turn', words, changeUnit(job, { ...unit, tiltDeg: 0 }, words, true).edit);
    }
    for (const o of backhaulOptions(job, scene, unit)
      .filter((o) => !o.taken && o.whyNot === null)
      .slice(0, 6)) {
      const present = job.links.filter((l) => l.unitId === unit.id).map((l) => l.id);
      const words = `Connect ${unit.letter} to ${o.fromLetter}: ${o.label}`;
      const remove = present.filter((id) => id !== o.link.id);
      tryEdit('link', words, { ...putOne(words, ...o.also, o.link), remove }, o.costEur);
    }
  }
  const at = placeInSpace(job, spot);
  const places = candidatesOf(job)
    .map((c) => ({ c, d: Math.hypot(...placeInSpace(job, c).map((v, k) => v - (at[k] ?? 0))) }))
    .sort((a, b) => a.d - b.d)
    .slice(0, mostPlaces);
  for (const { c } of places) {
    const [product] = job.kits.filter((k) => fits(k, c)).sort((a, b) => a.priceEur - b.priceEur);
    if (!product) continue;
    const letter = freshLetter(job);
    if (!letter) break;
    const made = unitAt(product, c, freshId(job, `unit-${letter.toLowerCase()}`), letter);
    const withUnit = applyEdit(job, putOne('', made)).job;
    const [way] = backhaulOptions(withUnit, scene, made)
      .filter((o) => o.whyNot === null && o.downMbps >= own.need.downMbps)
      .sort((p, q) => costOf(p) - costOf(q));
    if (!way) continue;
    const words = `One more unit: ${product.name.toLowerCase()} ${c.words}; ${way.label} from ${way.fromLetter}`;
    tryEdit(
      'unit',
      words,
      putOne(words.slice(0, 160), ...way.also, made, way.link),
      product.priceEur + way.costEur,
    );
  }
  const best = find(job, 'device', job.info.bestDeviceId);
  if (best && best.id !== device.id) {
    const network = networkOf(job, scene, 'planned');
    const target = { id: spotId, at, need: spotNeed(job, spot) };
    const p = predictAt(job, scene, network, target, best, { why: false });
    tried.push({
      kind: 'device',
      words: `Test with ${best.name}`,
      edit: null,
      downMbps: p.downMbps,
      headroomDb: p.headroomDb,
      certainty: p.certainty,
      others: 0,
      priceEur: null,
    });
  }
  if (own.limitedBy === 'plan' && own.need.downMbps > job.info.planDownMbps) {
    const planDownMbps = Math.ceil(own.need.downMbps / 50) * 50;
    const words = `Order a contract of ${planDownMbps} Mbps`;
    tryEdit('plan', words, putOne(words, { ...job.info, planDownMbps }));
  }
  const helps = tried.filter(
    (s) =>
      s.others >= 0 &&
      (s.certainty >= sureEnough
        ? own.certainty < sureEnough || s.headroomDb > own.headroomDb + worthDb
        : s.headroomDb > own.headroomDb + worthDb && s.certainty > own.certainty),
  );
  const rank = (a: NextStep, b: NextStep) =>
    Number(b.certainty >= sureEnough) - Number(a.certainty >= sureEnough) ||
    (a.kind === b.kind
      ? (a.priceEur ?? 0) - (b.priceEur ?? 0) || b.headroomDb - a.headroomDb
      : effort[a.kind] - effort[b.kind]) ||
    b.headroomDb - a.headroomDb;
  const ranked = helps.sort(rank);
  return ranked.filter((s, i) => ranked.findIndex((o) => o.kind === s.kind) === i).slice(0, mostSteps);
}

/** Parts and work of a way to feed a unit. */
const costOf = (o: BackhaulOption): number => o.costEur + (o.minutes / 60) * hourEur;

/** The unit a little aside in each direction, as long as it stays in a room of its storey. */
function moves(job: Job, unit: Unit, spot: Spot): { words: string; to: Unit }[] {
  const rooms = job.rooms.filter((r) => r.storeyId === unit.storeyId);
  const spotAngle = spot.storeyId === unit.storeyId ? Math.atan2(spot.yM - unit.yM, spot.xM - unit.xM) : null;
  return movesM.flatMap((m) =>
    compass.flatMap((name, i) => {
      const angle = (i * Math.PI) / 4;
      const to: Unit = {
        ...unit,
        xM: toCentimetre(unit.xM + m * Math.cos(angle)),
        yM: toCentimetre(unit.yM + m * Math.sin(angle)),
      };
      if (!rooms.some((r) => inRegion(r, to.xM, to.yM))) return [];
      const off =
        spotAngle === null
          ? Infinity
          : Math.abs(Math.atan2(Math.sin(angle - spotAngle), Math.cos(angle - spotAngle)));
      const towards = off < Math.PI / 7 ? `, towards spot ${spot.number}` : '';
      return [{ words: `Move ${unit.letter} ${Math.round(m * 100)} cm ${name}${towards}`, to }];
    }),
  );
}
