/** What reaches each spot of whole houses, and how units could be fed: a change of any figure is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line, rounded, row } from '@/testing/rounded';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { makeRecord } from '../job/make';
import type { AnyRecord } from '../job/records';
import { buildScene } from '../propagation/scene';
import { calibrate } from '../calibration/fit';
import { observationsOf } from '../calibration/observations';
import { posteriorField } from '../calibration/posteriorField';
import { gridsOf } from '../coverage/grid';
import { networkOf } from './backhaul';
import { backhaulOptions } from './backhaulOptions';
import { planChannels } from './channelPlan';
import { predictCabled, predictFixed } from './fixedDevices';
import { loadOf } from './load';
import { type Prediction, predictJob } from './predict';

/** A prediction without its paths, which have figures of their own. */
const told = ({ paths: _p, terms: _t, ...rest }: Prediction) => line(rest, 4);

test.each(houses)('%s: every spot and fixed device, as found and as planned', (_name, job, scene) => {
  for (const scenario of ['found', 'planned'] as const) {
    const network = networkOf(job, scene, scenario);
    const predictions = predictJob(job, scene, network);
    expect(
      rounded({
        feeds: network.backhauls.map((b) =>
          line([
            b.unit.letter,
            b.mean,
            b.cases,
            b.shares,
            b.hops.map(({ link, from: _f, to: _t, ...hop }) => [link.id, hop]),
          ]),
        ),
        without: network.withoutUplink.map((u) => ({ ...u, unit: u.unit.letter })),
        predictions: predictions.map(told),
        fixed: predictFixed(job, scene, network).map(told),
        cabled: predictCabled(job, network).map((c) => line(c)),
        load: loadOf(job, network, predictions),
      }),
    ).toMatchSnapshot(scenario);
  }
});

test.each(houses)('%s: how each unit could be fed, and the channels', (_name, job, scene) => {
  const network = networkOf(job, scene, 'planned');
  const rows = job.units
    .filter((u) => u.planned)
    .flatMap((u) =>
      backhaulOptions(job, scene, u, network).map(
        (o) =>
          `${u.letter} from ${o.fromLetter}: ${o.label} ${row([o.downMbps, o.upMbps, o.minutes, o.holes], 4)} ${o.link.lengthM} ${o.worst ? row([o.worst.certainty, o.worst.downMbps], 4) : ''} ${o.cautions.join(', ')} ${o.whyNot ?? ''}`,
      ),
    );
  expect(rows).toMatchSnapshot();
  const load = loadOf(job, network, predictJob(job, scene, network));
  expect(rounded(planChannels(job, scene, network, load))).toMatchSnapshot();
});

test.each(houses)('%s: what readings teach', (_name, job, scene) => {
  const observations = observationsOf(job, scene);
  const learnt = calibrate(scene, observations);
  if (!learnt) {
    expect(observations).toEqual([]);
    return;
  }
  const { posterior: _p, ...told } = learnt;
  expect(rounded(told)).toMatchSnapshot();
  const network = networkOf(job, { ...scene, posterior: learnt.posterior }, 'found');
  const [grid] = gridsOf(job, job.storeys[0]?.id ?? '', 1);
  if (grid) expect(rounded(posteriorField(scene, network, grid, '5'))).toMatchSnapshot();
});

/** The house at its worst: every unit in a cupboard and on a set channel, busy neighbours on it, what disturbs in each room. */
function crowded(job: Job): Job {
  const put: AnyRecord[] = [
    ...job.units.map((u): AnyRecord => ({
      ...{ ...u, mount: 'cupboard' },
      channels: { '2.4': 6, '5': 36, '6': null },
    })),
    ...job.links.map((l, i): AnyRecord =>
      l.radio === 'dedicated' ? { ...l, channel: i % 2 ? 100 : null } : l,
    ),
    ...job.neighbours.map((n, i): AnyRecord => ({ ...n, busyShare: 0.2 + 0.1 * (i % 4) })),
    ...([36, 100] as const).map((channel) =>
      makeRecord({
        ...{ type: 'neighbour', id: `n-${channel}`, name: 'N', band: '5', channel, widthMHz: 20 },
        ...{ busyShare: 0.3, note: '' },
      } as const),
    ),
    ...job.rooms.slice(0, 3).map((room, i) =>
      makeRecord({
        ...{ type: 'obstacle', id: `oven-${i}`, storeyId: room.storeyId, name: 'Oven', symbol: 'box' },
        ...{ xM: room.outline[0]?.[0] ?? 0, yM: (room.outline[0]?.[1] ?? 0) + 0.5, widthM: 0.5, depthM: 0.4 },
        ...{
          turnDeg: 0,
          bottomM: 1,
          topM: 1.3,
          lossDb: { '2.4': 8, '5': 10, '6': 10 },
          disturbs: 'microwave',
        },
      } as const),
    ),
  ];
  return applyEdit(job, { label: 'x', put, remove: [] }).job;
}

test.each(houses.map(([name, job]) => [name, crowded(job)] as const))(
  '%s, in cupboards and among busy neighbours',
  (_name, job) => {
    const scene = buildScene(job);
    const network = networkOf(job, scene, 'planned');
    expect(predictJob(job, scene, network).map(told)).toMatchSnapshot();
    expect(
      network.backhauls.map((b) => line([b.unit.letter, b.mean, b.shares, b.air, b.mountDb])),
    ).toMatchSnapshot();
  },
);
