/** The steps of one unit: bench, pairing, firmware, name, carrying, check, mounting. */
import { find, get, type Job } from '../job/job';
import type { Product, Link, Unit } from '../job/records';
import type { CautionId } from './cautions';
import { benchM, durations, type HoldPoint, pairingWindowS, type Step } from './step';

/** A step with what most steps have. */
export const step = (part: Partial<Step> & Pick<Step, 'key' | 'kind' | 'title' | 'text'>): Step => ({
  unitId: null,
  linkId: null,
  holdPoint: null,
  cautions: [],
  after: [],
  hands: durations.small,
  wait: null,
  windowS: null,
  edited: false,
  ...part,
});

/** The light of a product that means one of these; null where its catalogue entry names none. */
export function lightFor(product: Product, means: RegExp): HoldPoint['light'] {
  const light = product.lights.find((l) => means.test(l.means));
  return light ? { colour: light.colour, means: light.means } : null;
}

const joined = /joined, good|good link|in use/i;
const ready = /ready|waits|added/i;

/** «B’s light is blue: joined, good link», or in words that need no light. */
export function holdPointOf(product: Product, letter: string, means: RegExp, without: string): HoldPoint {
  const light = lightFor(product, means);
  return light
    ? { question: `Is ${letter}’s light ${light.colour}?`, light }
    : { question: `${letter}: ${without}?`, light: null };
}

/** How a product is joined to the others. */
export function pairingWay(product: Product, link: Link | undefined): 'button' | 'app' | 'cable' {
  if (link && link.medium !== 'wireless' && link.medium !== 'powerline') return 'cable';
  return product.kind === 'access-point' || product.kind === 'router' ? 'app' : 'button';
}

const mountWords: Record<Unit['mount'], string> = {
  shelf: 'Put it on its shelf, upright, clear of metal',
  wall: 'Fix it to the wall',
  ceiling: 'Fix it to the ceiling',
  socket: 'Plug it into its wall socket, the right way up',
  pole: 'Fix it to its pole',
  cupboard: 'Put it into the cupboard, door closed as it will be',
};

const placeWords = (job: Job, unit: Unit): string => {
  const storey = find(job, 'storey', unit.storeyId);
  return `${unit.name || storey?.name || 'its place'}, ${unit.heightM.toFixed(1)} m above the floor`;
};

/**
 * All steps of a planned unit that is not the main one. `wired` links are joined by cable on the bench.
 * @param mainKey step after which the main unit is set up.
 */
export function unitSteps(job: Job, unit: Unit, link: Link | undefined, mainKey: string): Step[] {
  const product = get(job, 'kit', unit.kitId);
  const letter = unit.letter;
  const at = (what: string) => `${what}.${unit.id}`;
  const from = find(job, 'unit', link?.fromUnitId);
  const way = pairingWay(product, link);
  const simple = product.kind === 'switch' || product.kind === 'injector' || product.kind === 'converter';
  const out: Step[] = [];
  const add = (part: Parameters<typeof step>[0]) => out.push(step({ unitId: unit.id, ...part }));
  const outdoors = product.weatherproof && product.kind === 'outdoor';
  if (simple) {
    add({
      key: at('carry'),
      kind: 'carry',
      title: `Put ${letter} in its place`,
      text: `${product.name}: ${placeWords(job, unit)}. Plug in its power.`,
      holdPoint: { question: `Does ${letter} show that it has power?`, light: null },
      after: [mainKey],
      hands: durations.some,
    });
    return out;
  }
  if (unit.found)
    add({
      key: at('reset'),
      kind: 'bench',
      title: `Reset ${letter} before it is used again`,
      text: `${product.name} was in the house before: hold its reset pin for ten seconds, or it brings old settings along.`,
      holdPoint: holdPointOf(product, letter, ready, 'does it start as from the box'),
      after: [mainKey],
      hands: durations.short,
      wait: durations.boot,
    });
  add({
    key: at('bench'),
    kind: 'bench',
    title: `Set ${letter} up beside ${from && !link ? from.letter : 'the main unit'}`,
    text: `Plug ${letter} in within ${benchM} m of the main unit, both in view. Nothing else is plugged into it yet.${way === 'cable' ? ' Join the two by a short cable.' : ''}`,
    holdPoint: holdPointOf(product, letter, ready, 'has it started and does it wait to be added'),
    after: [unit.found ? at('reset') : mainKey],
    hands: durations.small,
    wait: durations.boot,
  });
  add({
    key: at('ready'),
    kind: 'pair',
    title: way === 'button' ? `Get the app ready for ${letter}` : `Open the page that adds ${letter}`,
    text:
      way === 'button'
        ? 'Start “add a unit” in the app, until it asks for the button. Only then is the button pressed: the window is short.'
        : 'On the main unit’s own page or in the app, start adding a unit, with the phone on the new network.',
    holdPoint: { question: 'Does the app, or the page, wait for the unit now?', light: null },
    after: [at('bench'), 'rejoin'],
    hands: durations.short,
  });
  add({
    key: at('pair'),
    kind: 'pair',
    title:
      way === 'button'
        ? `Press pair on ${letter}`
        : way === 'cable'
          ? `Let ${letter} join by its cable`
          : `Add ${letter}`,
    text:
      way === 'button'
        ? 'Hold the button three seconds. If the window runs out, it is not too far away: press again with the app waiting.'
        : way === 'cable'
          ? 'It joins by itself over the cable, the surest way. Leave it alone meanwhile.'
          : 'Choose it in the list and wait until it has joined.',
    holdPoint: holdPointOf(product, letter, joined, 'does the app list it as joined'),
    after: [at('ready')],
    hands: durations.quick,
    wait: durations.pairing,
    windowS: way === 'button' ? pairingWindowS : null,
  });
  add({
    key: at('firmware'),
    kind: 'update',
    title: `Update ${letter}’s firmware`,
    text: 'Start it and go on with other work. While it runs, nothing is paired and the unit is neither moved nor unplugged.',
    holdPoint: { question: `Does ${letter} say that it is up to date?`, light: lightFor(product, joined) },
    after: [at('pair')],
    hands: durations.quick,
    wait: durations.firmware,
  });
  add({
    key: at('name'),
    kind: 'set',
    title: `Name ${letter} by its room`,
    text: `Call it “${unit.name || letter}”, so that anyone finds it later.`,
    after: [at('pair')],
    hands: durations.quick,
  });
  add({
    key: at('carry'),
    kind: 'carry',
    title: `Carry ${letter} to its place`,
    text: `Unplug it, carry it to ${placeWords(job, unit)}, plug it in and leave it alone: it needs two to three minutes before its light says anything.`,
    holdPoint: holdPointOf(product, letter, joined, 'has it joined again'),
    cautions: unit.mount === 'socket' ? ['socket'] : [],
    after: [at('firmware'), at('name')],
    hands: durations.some,
    wait: durations.settle,
  });
  add({
    key: at('check'),
    kind: 'check',
    title: `Check ${letter}’s link`,
    text:
      link && link.medium !== 'wireless'
        ? `Its page must say that it is fed by ${link.medium === 'ethernet' ? 'cable' : link.medium}, not over the air: a unit that finds both takes either.`
        : 'Look up its link in the app before it is fixed; the plan says what to expect.',
    holdPoint: {
      question:
        link && link.medium !== 'wireless'
          ? `Does ${letter} say that it is fed by wire?`
          : `Is ${letter}’s link what the plan foretells?`,
      light: lightFor(product, joined),
    },
    after: [at('carry')],
    hands: durations.small,
  });
  if (['wall', 'ceiling', 'pole'].includes(unit.mount)) {
    const notes: CautionId[] = ['drilling', ...(unit.heightM > 2 ? (['ladder'] as const) : [])];
    add({
      key: at('mount'),
      kind: 'mount',
      title: outdoors ? `Mount ${letter}, seal and drip loop` : `Mount ${letter}`,
      text: `${mountWords[unit.mount]}, its face as the plan has it.${outdoors ? ' Cable in from below with a drip loop, entry sealed.' : ''}`,
      holdPoint: {
        question: `Is ${letter} fixed, and its light as before?`,
        light: lightFor(product, joined),
      },
      cautions: outdoors ? [...notes, 'outdoor', 'radio'] : notes,
      after: [at('check')],
      hands: durations.more,
    });
  }
  return out;
}
