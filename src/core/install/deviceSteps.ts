/** The steps of the household's own devices: all of them join again, and those with a cable are tried at their port. */
import { lengthText } from '../geometry/lengthWords';
import { labelsOf } from '../design/bill';
import { find, type Job } from '../job/job';
import type { FixedDevice } from '../job/records';
import { layingTime } from './linkSteps';
import { durations, type Step } from './step';
import { step } from './unitSteps';

const placeOf = (job: Job, device: FixedDevice): string => {
  const storey = find(job, 'storey', device.storeyId);
  return storey ? `, ${storey.name}` : '';
};

/** Minutes for a device to join again (planning). */
const joinMin = 2;

/** @param placed keys of the steps after which all units stand where they stay. */
export function deviceSteps(job: Job, placed: readonly string[]): Step[] {
  const onAir = job.fixedDevices.filter((d) => d.standard !== null);
  // what knows 2.4 GHz alone comes last: it may want the phone on 2.4 GHz too
  const inOrder = [...onAir.filter((d) => !d.only24), ...onAir.filter((d) => d.only24)];
  const wired = job.fixedDevices.filter((d) => d.portMbps > 0);
  const out: Step[] = [
    step({
      key: 'devices',
      kind: 'set',
      title: 'Connect all devices again',
      text: `Ask the household for all other Wi-Fi devices. Add them to the list. ${
        onAir.some((d) => d.only24)
          ? 'Connect 2.4 GHz devices last, with the phone on 2.4 GHz or on the separate 2.4 GHz name.'
          : 'A device that does not find the network may have 2.4 GHz only.'
      }`,
      holdPoint: { question: 'Does each device answer in its own app?', light: null },
      list: inOrder.map((d) => ({
        mark: d.id,
        words: `${d.name}${placeOf(job, d)}${d.only24 ? ' (2.4 GHz only)' : ''}`,
      })),
      // while units take their firmware there is time for it
      after: ['rejoin'],
      hands: { min: Math.max(joinMin, joinMin * onAir.length), spread: 0.5 },
    }),
  ];
  const laid = cableSteps(job);
  out.push(...laid);
  if (wired.length > 0)
    out.push(
      step({
        key: 'wired-devices',
        kind: 'check',
        title: 'Test each device with a cable',
        text: 'Test at its own port. The device must show a wired connection at the speed of its port.',
        holdPoint: { question: 'Does each device show a wired connection?', light: null },
        list: wired.map((d) => ({
          mark: d.id,
          words: `${d.name}${placeOf(job, d)}, ${d.portMbps} Mbps${d.poe === 'none' ? '' : `, power over its cable (${d.poe}${d.poeW > 0 ? `, ${d.poeW} W` : ''})`}`,
        })),
        after: ['names', ...placed, ...laid.map((s) => s.key)],
        hands: { min: durations.short.min * wired.length, spread: 0.5 },
      }),
    );
  return out;
}

/** A cable to each device that has none yet: laid, and both ends labelled. */
function cableSteps(job: Job): Step[] {
  const labels = labelsOf(job);
  return job.deviceCables.flatMap((cable): Step[] => {
    const [device, from] = [find(job, 'fixedDevice', cable.deviceId), find(job, 'unit', cable.fromUnitId)];
    if (cable.found || !device || !from?.planned) return [];
    const own = labels.filter((l) => l.linkId === cable.id).map((l) => `“${l.text}” at ${l.at}`);
    const injector = find(job, 'kit', cable.adapterKitId);
    const key = `device-cable.${cable.id}`;
    return [
      step({
        key,
        kind: 'cable',
        title: `Lay the cable, ${from.letter} to ${device.name}`,
        text: `${cable.lengthM === null ? '?' : lengthText(cable.lengthM, job.info.lengths, 0)} ${cable.category.replace('cat', 'cat ')}${cable.holes ? `, ${cable.holes} ${cable.holes === 1 ? 'hole' : 'holes'}` : ''}.${injector ? ` The ${injector.name.toLowerCase()} is connected at ${from.letter}, and no other power at ${device.name}.` : ''} Labels: ${own.join('; ')}.`,
        holdPoint: { question: 'Does the cable tester show all pairs, straight through?', light: null },
        cautions: ['cabling', ...(cable.holes === 0 ? [] : (['drilling', 'mains'] as const))],
        hands: layingTime(cable),
      }),
    ];
  });
}
