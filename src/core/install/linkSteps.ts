/** The steps of one link: cable, adapters, power over the cable, labels. */
import { labelsOf } from '../design/bill';
import { find, get, type Job } from '../job/job';
import { splittersOn } from '../media/coaxParts';
import { siteOf } from '../job/site';
import type { Link, ServicePoint, Unit } from '../job/records';
import { atHeight, type CautionId } from './cautions';
import { durations, type Duration, type Step } from './step';
import { holdPointOf, isPowered, powerKey, step } from './unitSteps';

/** Minutes of laying a metre of cable and of a hole (planning). */
const minutesPerM = 0.35;
const minutesPerHole = 8;

/** How long laying a cable takes. */
export const layingTime = (link: Pick<Link, 'lengthM' | 'holes'>): Duration => ({
  min: Math.max(3, Math.round((link.lengthM ?? 5) * minutesPerM + (link.holes ?? 0) * minutesPerHole)),
  spread: 0.35,
});

/** The two labels of a link, as they stand in the list of labels. */
function labelsText(job: Job, link: Link): string {
  const own = labelsOf(job).filter((l) => l.linkId === link.id);
  // what was in the house before is in no list: it is labelled by what it joins
  if (own.length === 0)
    return `“${get(job, 'unit', link.fromUnitId).letter} to ${get(job, 'unit', link.unitId).letter}” at both ends.`;
  return `${own.map((l) => `“${l.text}” at ${l.at}`).join('; ')}.`;
}

/** What the steps of one link have in common. */
interface LinkWork {
  job: Job;
  link: Link;
  from: Unit;
  to: Unit;
  /** «A to B». */
  pair: string;
  /** Do its ends belong to two buildings? */
  between: boolean;
  /** Key of one of its steps. */
  at: (what: string) => string;
  /** A step of this link. */
  own: (part: Parameters<typeof step>[0]) => Step;
}

/** The steps that a link needs before its unit is carried to its place, and its labels. */
export function linkSteps(job: Job, link: Link): Step[] {
  const [to, from] = [get(job, 'unit', link.unitId), get(job, 'unit', link.fromUnitId)];
  const work: LinkWork = {
    ...{ job, link, from, to },
    pair: `${from.letter} to ${to.letter}`,
    between: siteOf(job, to) !== siteOf(job, from),
    at: (what) => `${what}.${link.id}`,
    own: (part) => step({ linkId: link.id, ...part }),
  };
  switch (link.medium) {
    case 'wireless':
      return [];
    case 'ethernet':
    case 'fibre':
      return [
        layStep(work),
        ...(work.between ? entrySteps(work) : []),
        ...(isPowered(get(job, 'kit', to.kitId), link) ? [powerStep(work)] : []),
        labelStep(work),
      ];
    case 'powerline':
      return [...mainsSteps(work), labelStep(work)];
    case 'coax':
      return [coaxStep(work), labelStep(work)];
  }
}

function layStep({ job, link, from, to, pair, between, at, own }: LinkWork): Step {
  const isFibre = link.medium === 'fibre';
  const attic = job.routes.some((r) => r.kind === 'attic' || r.kind === 'crawl-space');
  const notes: CautionId[] = [
    'cabling',
    // holes that nobody has counted may be some
    ...(link.holes === 0 ? [] : (['drilling', 'mains'] as const)),
    ...(between ? (['outdoor', 'digging', 'thunder'] as const) : []),
    ...(between && !isFibre ? (['copper'] as const) : []),
    ...(isFibre ? (['fibre'] as const) : []),
    ...(attic ? (['attic', 'alone'] as const) : []),
    ...new Set([...atHeight(from), ...atHeight(to)]),
  ];
  return own({
    key: at('cable'),
    kind: 'cable',
    title: `Lay the ${link.medium === 'fibre' ? 'fibre' : 'cable'}, ${pair}`,
    text: `${link.lengthM?.toFixed(0) ?? '?'} m${link.category ? ` ${link.category.replace('cat', 'cat ')}` : ''}${link.holes ? `, ${link.holes} ${link.holes === 1 ? 'hole' : 'holes'}` : ''}. Lay it while other steps wait. No unit is fixed in its place before it has worked on the bench.`,
    holdPoint: {
      question:
        link.medium === 'fibre'
          ? 'Do both converters show a link light? Never look into a fibre or port.'
          : 'Does the cable tester show all pairs, straight through?',
      light: null,
    },
    cautions: notes,
    hands: layingTime(link),
  });
}

/** What a cable between two buildings needs: sealed entries, and protectors where it is copper. */
function entrySteps({ link, pair, at, own }: LinkWork): Step[] {
  const seal = own({
    key: at('entry'),
    kind: 'cable',
    title: `Seal both entries, ${pair}`,
    text: 'Bring the cable in from below, with a drip loop outside. Put a sleeve in the wall. Seal its ends with weatherproof sealant.',
    holdPoint: { question: 'Has each end a drip loop, and is each entry sealed?', light: null },
    cautions: ['outdoor', 'thunder'],
    after: [at('cable')],
    hands: durations.more,
  });
  if (link.medium === 'fibre') return [seal];
  const surge = own({
    key: at('surge'),
    kind: 'cable',
    title: `Fit the surge protectors, ${pair}`,
    text: 'Fit one at each end, near the entry, with a short, straight earth wire. Local codes say where to earth it and who may connect it.',
    holdPoint: {
      question: 'Is each protector earthed, and does the cable still pass the test?',
      light: null,
    },
    cautions: ['copper', 'mains', 'thunder'],
    after: [at('entry')],
    hands: durations.more,
  });
  return [seal, surge];
}

function powerStep({ job, link, from, to, at, own }: LinkWork): Step {
  const product = get(job, 'kit', to.kitId);
  return own({
    key: powerKey(link),
    kind: 'check',
    title: `Power ${to.letter} over its cable`,
    text: 'Use the port or injector that the plan names. Others may give too little power. Wait two to three minutes.',
    holdPoint: holdPointOf(product, to.letter, ['good'], 'has it joined again'),
    // in its place, and so is what gives the power
    after: [at('cable'), `carry.${to.id}`, `carry.${from.id}`],
    hands: durations.short,
    wait: durations.settle,
  });
}

function mainsSteps({ job, link, from, to, pair, at, own }: LinkWork): Step[] {
  const others = job.links.filter((l) => l.medium === 'powerline' && l.id !== link.id).length;
  const setup = find(job, 'kit', link.adapterKitId)?.setup;
  const hold = setup?.buttonHoldS ?? 3;
  const minutes = Number(((setup?.windowS ?? 120) / 60).toFixed(1));
  // a unit that carries powerline itself is the adapter of its end
  const isUnit = get(job, 'kit', to.kitId).kind === 'powerline';
  const [what, place] = isUnit
    ? [`the adapter of ${from.letter} and ${to.letter}`, `the adapter of ${from.letter} into its socket`]
    : ['the powerline adapters', 'the adapters into their sockets'];
  return [
    own({
      key: at('couple'),
      kind: 'pair',
      title: `Pair ${what}${isUnit ? '' : `, ${pair}`}`,
      text: `Plug both into two sockets side by side. Hold the button of one for ${hold} s, then that of the other within ${minutes} minutes. Label both adapters now.${
        others > 0
          ? ' Unplug other pairs first. Otherwise a new adapter joins them and shares their key.'
          : ''
      }`,
      holdPoint: { question: 'Do both show a link to each other?', light: null },
      cautions: ['socket'],
      after: isUnit ? [`bench.${to.id}`] : ['main'],
      hands: durations.small,
      wait: durations.pairing,
      windowS: setup?.windowS ?? 120,
    }),
    own({
      key: at('adapters'),
      kind: 'carry',
      title: `Plug ${place}${isUnit ? '' : `, ${pair}`}`,
      text: `Use the wall ${isUnit ? 'socket' : 'sockets'} that the plan names. Never use a power strip. Never stack adapters. Plug an adapter that blocks a second socket where that socket is not needed.${
        isUnit ? ` Connect its cable to a LAN port of ${from.letter}. ${to.letter} follows.` : ''
      }`,
      holdPoint: {
        question: isUnit ? 'Does its light for the cable show a link?' : 'Do both still show a link?',
        light: null,
      },
      cautions: ['socket'],
      after: [at('couple')],
      hands: durations.some,
      wait: durations.short,
    }),
  ];
}

/** Key of the step that puts a new splitter in the place of one. */
export const splitterKey = ({ id }: Pick<ServicePoint, 'id'>): string => `splitter.${id}`;

function coaxStep({ job, link, pair, at, own }: LinkWork): Step {
  return own({
    key: at('adapters'),
    kind: 'carry',
    title: `Connect the coax adapters, ${pair}`,
    text: 'Use the outlets that the plan names. Between them, only splitters rated for the band and no amplifier.',
    holdPoint: { question: 'Is the coax light of both adapters on?', light: null },
    cautions: ['coax'],
    after: [
      'main',
      ...(job.kits.some((k) => k.kind === 'filter') ? ['filter'] : []),
      ...splittersOn(job, link)
        .filter((s) => s.rated === 'replaced')
        .map((s) => splitterKey(s)),
    ],
    hands: durations.some,
    wait: durations.small,
  });
}

function labelStep({ job, link, pair, at, own }: LinkWork): Step {
  return own({
    key: at('label'),
    kind: 'label',
    title: `Label both ends, ${pair}`,
    text: `${labelsText(job, link)}${link.medium === 'powerline' ? ' Label the adapters too, so that each pair can be found later.' : ''}`,
    after: [at(link.medium === 'coax' || link.medium === 'powerline' ? 'adapters' : 'cable')],
    hands: durations.short,
  });
}

/** Keys of the steps of a link that must be done before its unit goes to its place. */
export const readyKeys = (job: Job, link: Link): string[] =>
  linkSteps(job, link)
    .filter((s) => s.kind !== 'label' && s.key !== powerKey(link))
    .map((s) => s.key);
