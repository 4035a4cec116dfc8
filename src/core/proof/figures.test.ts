/** Verdicts on whole houses: a change is seen here and must be meant. */
import { demos } from '@/testing/demoJobs';
import { line, rounded } from '@/testing/rounded';
import { makeRecord } from '../job/make';
import { applyEdit } from '../job/edits';
import type { Job } from '../job/job';
import { networkOf } from '../network/backhaul';
import { predictJob } from '../network/predict';
import { buildScene } from '../propagation/scene';
import { random } from '../statistics/random';
import { stageStates, summarise } from '../progress/jobSummary';
import { stageMarks } from '../progress/stages';
import { doubtOf, timeProblem } from './doubtfulRun';
import { linkLoads } from './linkLoad';
import { decodeRate, topRate } from './linkRate';
import { noteRun } from './noteRun';
import { runFindings } from './runFindings';
import { differenceEffect, differencesOf } from './sameConditions';
import { seenLimit } from './seenLimit';
import { proveSpot, tally } from './spotProof';
import { walkOrder } from './walkOrder';

/** The job with after-runs of many kinds: good, short, broken off, on another day's device. */
function tested(job: Job): Job {
  const r = random(7);
  const other = job.devices.find((d) => d.id !== job.info.testDeviceId);
  const put = job.spots.flatMap((spot, i) =>
    Array.from({ length: 2 + (i % 5) }, (_, k) =>
      noteRun(job, spot, 'after', k + 1, {
        downMbps: Math.round((i % 4 === 3 ? 4 : 30 + 10 * i) * (0.8 + 0.4 * r.uniform())),
        upMbps: Math.round(5 + 20 * r.uniform()),
        latencyMs: Math.round(12 + 90 * r.uniform()),
        rssiDbm: -40 - Math.round(40 * r.uniform()),
        takenAt: `2026-11-0${3 + (i % 3)}T${String(9 + i).padStart(2, '0')}:0${k}:00Z`,
        measures: i % 6 === 5 ? 'house' : 'street',
        deviceId: (i % 7 === 2 ? other?.id : job.info.testDeviceId) ?? null,
        connected: true,
        source: 'measured',
        linkMbps: i % 3 === 1 ? 86.7 * (1 + k) : null,
      }),
    ),
  );
  return applyEdit(job, { label: 'x', put: put.map((p) => makeRecord(p)), remove: [] }).job;
}

test.each(demos.map(({ file, job }) => [file, tested(job)] as const))(
  '%s: verdicts, findings, limits, links, marks',
  (_name, job) => {
    const scene = buildScene(job);
    const network = networkOf(job, scene, 'planned');
    const predictions = predictJob(job, scene, network);
    const proofs = job.spots.map((s) => proveSpot(job, s));
    expect(rounded(proofs)).toMatchSnapshot();
    expect(rounded(tally(proofs))).toMatchSnapshot();
    const runsOf = (id: string, phase: string) =>
      job.readings.filter((r) => r.spotId === id && r.phase === phase);
    expect(
      rounded(
        job.spots.map((s, i) => {
          const differences = differencesOf(job, runsOf(s.id, 'before'), runsOf(s.id, 'after'));
          return {
            differences,
            effect: [differenceEffect(differences, true), differenceEffect(differences, false)],
            before: runFindings(job, s, 'before'),
            after: runFindings(job, s, 'after'),
            limit:
              proofs[i] &&
              seenLimit(
                job,
                proofs[i],
                predictions.find((p) => p.spotId === s.id),
              ),
            doubts: runsOf(s.id, 'after').map((r) => doubtOf(job, r)?.words ?? ''),
          };
        }),
      ),
    ).toMatchSnapshot();
    expect(rounded(linkLoads(network, predictions, proofs))).toMatchSnapshot();
    expect(walkOrder(job).map((s) => s.number)).toMatchSnapshot();
    const summary = summarise(job);
    expect(rounded([summary, stageStates(summary), stageMarks(job, proofs)])).toMatchSnapshot();
  },
);

test('link rates of every device, decoded', () => {
  const devices = demos[0]?.job.devices ?? [];
  const rates = [
    1, 6.5, 7.2, 13, 54, 65, 72.2, 86.7, 117, 143.4, 172, 200, 286.8, 400, 433.3, 573.5, 650, 866.7, 1201,
    2402,
  ];
  expect(
    rounded(
      [...devices, null].map((d) => ({
        device: d?.name ?? 'any',
        top: d && topRate(d),
        rates: rates.map((r) => line(decodeRate(r, d))),
      })),
    ),
  ).toMatchSnapshot();
});

test.each([
  ['2026-11-02T10:00:00Z', '2026-11-02T10:30:00Z'],
  ['2026-11-02T12:31:00Z', '2026-11-02T10:30:00Z'],
  ['1986-01-01T00:00:00Z', '2026-11-02T10:30:00Z'],
])('a run of %s, noted at %s', (taken, now) => expect(timeProblem(taken, now)).toMatchSnapshot());
