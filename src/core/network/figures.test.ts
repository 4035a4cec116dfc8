/** What reaches each spot of whole houses, and how units could be fed: a change of any figure is seen here and must be meant. */
import { houses } from '@/testing/houses';
import { line, rounded, row } from '@/testing/rounded';
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
