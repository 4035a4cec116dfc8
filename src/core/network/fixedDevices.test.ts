/** Fixed devices over a cable: what they get, what they take, and what is proposed for them. */
import { quayHouse } from '@/../demo/make/quayHouse';
import { makeSolver } from '@/solver/highs';
import { billOf, labelsOf } from '../design/bill';
import { applyEdit, EditError, putOne } from '../job/edits';
import { get, type Job, jobFromRecords } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord, FixedDevice } from '../job/records';
import { withDependants } from '../job/references';
import { portsOf } from '../media/ports';
import { editOf } from '../optimise/editOf';
import { evaluatePlan } from '../optimise/evaluate';
import { propose } from '../optimise/propose';
import { buildScene } from '../propagation/scene';
import { smallHouse } from '@/testing/smallHouse';
import { networkOf } from './backhaul';
import { predictCabled, predictFixed } from './fixedDevices';

const house = jobFromRecords(quayHouse());
const scene = buildScene(house);
const put = (job: Job, ...records: AnyRecord[]) => applyEdit(job, putOne('x', ...records)).job;
const television = house.fixedDevices.find((d) => d.name === 'Television');
const main = house.units.find((u) => u.planned && u.letter === 'A');
if (!television || !main) throw new Error('the demo has changed');
const cable = makeRecord({
  ...{ type: 'deviceCable', id: 'cable-tv', deviceId: television.id, fromUnitId: main.id },
  ...{ lengthM: 10, holes: 1 },
});

describe('a television with a cable', () => {
  const job = put(house, cable);
  const network = networkOf(job, scene, 'planned');

  test('gets what its port lets through, and is no longer told for Wi-Fi', () => {
    const [given, ...more] = predictCabled(job, network);
    expect(more).toEqual([]);
    // 100 Mbps at the port, 1460 of 1538 bytes; the line gives more
    expect(job.info.planDownMbps).toBeGreaterThan(100);
    expect(given?.downMbps).toBeCloseTo((100 * 1460) / 1538, 6);
    expect(given).toMatchObject({ deviceId: television.id, certainty: 1 });
    expect(predictFixed(job, scene, network).map((p) => p.spotId)).not.toContain(television.id);
    expect(evaluatePlan(job, scene).needs.find((n) => n.id === television.id)).toMatchObject({ met: true });
  });

  test('takes a port, a line of the bill and two labels; what was there before costs nothing', () => {
    const used = (of: Job) => portsOf(of, main.id)?.used.length ?? 0;
    expect(used(job)).toBe(used(house) + 1);
    expect(portsOf(job, main.id)?.used.at(-1)).toMatchObject({
      to: 'Television',
      power: null,
      unpowered: false,
    });
    const [with_, without] = [billOf(job), billOf(house)];
    // 10 m with a tenth more and a metre at each end, at 0.9, and 6 for the run; 20 min, 1.5 a metre, 12 a hole
    expect(with_.partsEur - without.partsEur).toBeCloseTo(6 + 13 * 0.9, 6);
    expect(with_.minutes - without.minutes).toBeCloseTo(20 + 15 + 12, 6);
    expect(with_.holes - without.holes).toBe(1);
    expect(
      labelsOf(job)
        .filter((l) => l.linkId === cable.id)
        .map((l) => l.at),
    ).toEqual([`A, ${main.name}`, 'Television']);
    expect(billOf(put(house, { ...cable, found: true })).partsEur).toBe(without.partsEur);
  });

  test('goes with its unit or its device; a second cable to one device is refused', () => {
    expect(withDependants(job, [main.id])).toContain(cable.id);
    expect(withDependants(job, [television.id])).toContain(cable.id);
    expect(() => put(job, { ...cable, id: 'cable-too' })).toThrow(EditError);
  });

  test('behind a need that its port can’t carry it is not met; from a unit that nothing feeds neither', () => {
    const much = { ...get(job, 'activity', 'act-film-4k'), downMbps: 96 };
    const short = put(job, much);
    expect(predictCabled(short, networkOf(short, scene, 'planned'))[0]?.certainty).toBe(0);
    const unfed = { ...main, id: 'unit-x', letter: 'X', kitId: 'kit-small' };
    const alone = put(house, unfed, { ...cable, fromUnitId: unfed.id });
    expect(predictCabled(alone, networkOf(alone, scene, 'planned'))[0]).toMatchObject({
      certainty: 0,
      downMbps: 0,
    });
  });
});

test('power over the cable: from an injector, or the check says that there is none', () => {
  const camera = { ...television, poe: 'af', poeW: 6 } as const;
  const use = (of: Job) => portsOf(of, main.id)?.used.at(-1);
  expect(use(put(house, camera, cable))).toMatchObject({ unpowered: true });
  const injector = house.kits.find((k) => k.kind === 'injector');
  const fed = put(house, camera, { ...cable, adapterKitId: injector?.id ?? null });
  expect(use(fed)).toMatchObject({ unpowered: false, power: { from: 'injector', ok: true } });
});

describe('proposals', () => {
  const solve = makeSolver();
  const small = smallHouse({ planDownMbps: 200 });
  const device = (over: Partial<FixedDevice>): FixedDevice =>
    makeRecord({
      ...{
        type: 'fixedDevice',
        id: 'desk',
        name: 'Desktop',
        storeyId: 'storey-0',
        xM: 6,
        yM: 2,
        heightM: 0.7,
      },
      ...{ portMbps: 1000, standard: null, streams: 1, only24: false, poe: 'none', poeW: 0 },
      activityIds: [small.activities.find((a) => a.downMbps >= 5)?.id ?? ''],
      ...over,
    });
  const made = async (job: Job) => {
    const space = buildScene(job);
    const { proposals, impossible } = await propose(job, space, solve);
    const least = proposals.find((p) => p.kind === 'least cost');
    if (!least) return { impossible };
    const planned = applyEdit(job, editOf(job, least.options, 'x').edit).job;
    return { least, planned, worth: evaluatePlan(planned, space), impossible };
  };

  test('a desktop without Wi-Fi gets a cable, and the bill says what the proposal says', async () => {
    const { least, planned, worth } = await made(put(small, device({})));
    expect(least?.cables).toMatchObject([{ device: 'Desktop', from: 'A' }]);
    expect(planned?.deviceCables).toMatchObject([{ deviceId: 'desk', found: false }]);
    expect(worth?.needs.find((n) => n.id === 'desk')).toMatchObject({ met: true });
    expect(worth?.partsEur).toBeCloseTo(least?.partsEur ?? NaN, 6);
    expect(worth?.minutes).toBeCloseTo(least?.minutes ?? NaN, 6);
    expect(least?.devices).toEqual({ met: 1, of: 1 });
  });

  test('a camera with power over its cable gets an injector with it', async () => {
    const { planned, worth } = await made(put(small, device({ poe: 'af', poeW: 6 })));
    const injector = planned?.deviceCables[0]?.adapterKitId;
    expect(planned?.kits.find((k) => k.id === injector)?.kind).toBe('injector');
    expect(worth?.snags.filter((s) => s.rule.startsWith('poe'))).toEqual([]);
  });

  test('with Wi-Fi of its own it gets a cable only where wired is preferred, and that costs little more', async () => {
    const both = put(small, device({ standard: 'he', streams: 2 }));
    expect((await made(both)).least?.cables ?? []).toEqual([]);
    const wired = put(both, { ...both.info, preferWired: true });
    expect((await made(wired)).least?.cables).toMatchObject([{ device: 'Desktop' }]);
  });

  test('where no cable may be laid it is said that nothing serves it', async () => {
    const rented = put(small, device({ xM: 8.4, yM: 6.4 }), {
      ...small.info,
      noVisibleCable: true,
      noDrilling: true,
    });
    expect((await made(rented)).impossible.map((i) => i.spotId)).toEqual(['desk']);
  });
});
