/** The steps of one link: cable, adapters, power over the cable, labels. */
import { find, get, type Job } from '../job/job';
import type { Link } from '../job/records';
import type { CautionId } from './cautions';
import { durations, type Duration, type Step } from './step';
import { holdPointOf, step } from './unitSteps';

/** Minutes of laying a metre of cable and of a hole (planning). */
const minutesPerM = 0.35;
const minutesPerHole = 8;

const layingTime = (link: Link): Duration => ({
  min: Math.max(3, Math.round((link.lengthM ?? 5) * minutesPerM + (link.holes ?? 0) * minutesPerHole)),
  spread: 0.35,
});

const siteOf = (job: Job, storeyId: string | undefined) =>
  find(job, 'building', find(job, 'storey', storeyId)?.buildingId);

/** The steps that a link needs before its unit is carried to its place, and its labels. */
export function linkSteps(job: Job, link: Link): Step[] {
  const [to, from] = [get(job, 'unit', link.unitId), get(job, 'unit', link.fromUnitId)];
  const pair = `${from.letter} to ${to.letter}`;
  const product = get(job, 'kit', to.kitId);
  const out: Step[] = [];
  const add = (part: Parameters<typeof step>[0]) => out.push(step({ linkId: link.id, ...part }));
  const at = (what: string) => `${what}.${link.id}`;
  const between = siteOf(job, to.storeyId)?.id !== siteOf(job, from.storeyId)?.id;
  if (link.medium === 'ethernet' || link.medium === 'fibre') {
    const notes: CautionId[] = [];
    if ((link.holes ?? 0) > 0) notes.push('drilling');
    if (between && link.medium === 'ethernet') notes.push('copper', 'outdoor');
    add({
      key: at('cable'),
      kind: 'cable',
      title: `Lay the ${link.medium === 'fibre' ? 'fibre' : 'cable'}, ${pair}`,
      text: `${link.lengthM?.toFixed(0) ?? '?'} m${link.category ? ` ${link.category.replace('cat', 'cat ')}` : ''}${link.holes ? `, ${link.holes} ${link.holes === 1 ? 'hole' : 'holes'}` : ''}. Bench first, then cable, then mount: the unit has worked beside the main unit before.`,
      holdPoint: {
        question:
          link.medium === 'fibre'
            ? 'Do both ends show light, and the converters a link?'
            : 'Does the cable tester show all pairs, straight through?',
        light: null,
      },
      cautions: notes,
      hands: layingTime(link),
    });
    if (product.poeIn && link.medium === 'ethernet')
      add({
        key: at('power'),
        kind: 'check',
        title: `Power ${to.letter} over its cable`,
        text: 'From the port or injector that the plan names: others may give too little, or nothing.',
        holdPoint: holdPointOf(product, to.letter, /starting|blinking/i, 'does it start'),
        after: [at('cable')],
        hands: durations.short,
        wait: durations.boot,
      });
  }
  if (link.medium === 'powerline') {
    add({
      key: at('couple'),
      kind: 'pair',
      title: `Pair the powerline adapters, ${pair}`,
      text: 'Both in two sockets side by side; press one, then the other within two minutes. Label the two before anything else.',
      holdPoint: { question: 'Do both show that they are joined to each other?', light: null },
      cautions: ['socket'],
      after: ['main'],
      hands: durations.small,
      wait: durations.pairing,
      windowS: 120,
    });
    add({
      key: at('adapters'),
      kind: 'carry',
      title: `Put the adapters in their sockets, ${pair}`,
      text: 'Into the wall sockets that the plan names, never into a strip, nothing chained; the one that blocks a second socket where it does not matter.',
      holdPoint: { question: 'Do both still show that they are joined?', light: null },
      cautions: ['socket'],
      after: [at('couple')],
      hands: durations.some,
      wait: durations.short,
    });
  }
  if (link.medium === 'coax') {
    add({
      key: at('adapters'),
      kind: 'carry',
      title: `Put the coax adapters on, ${pair}`,
      text: 'At the outlets that the plan names; between them only splitters rated for the band, no amplifier.',
      holdPoint: { question: 'Does the coax light of both adapters burn?', light: null },
      cautions: ['coax'],
      after: ['main', ...(job.kits.some((k) => k.kind === 'filter') ? ['filter'] : [])],
      hands: durations.some,
      wait: durations.small,
    });
  }
  if (link.medium !== 'wireless')
    add({
      key: at('label'),
      kind: 'label',
      title: `Label both ends, ${pair}`,
      text: `“${pair}” at both ends${link.medium === 'powerline' ? ' and on both adapters: a year later nobody knows which belongs to which' : ''}.`,
      after: [at(link.medium === 'coax' || link.medium === 'powerline' ? 'adapters' : 'cable')],
      hands: durations.short,
    });
  return out;
}

/** Keys of the steps of a link that must be done before its unit goes to its place. */
export const readyKeys = (job: Job, link: Link): string[] =>
  linkSteps(job, link)
    .filter((s) => s.kind !== 'label')
    .map((s) => s.key);
