/** The steps of one unit: bench, pairing, firmware, name, carrying, check, mounting. */
import { lengthText } from '../geometry/lengthWords';
import { find, get, type Job } from '../job/job';
import { nearServicePoint } from '../media/nearServicePoint';
import type { JoinWay, LightState } from '../job/productSetup';
import type { Product, Link, Unit } from '../job/records';
import { atHeight, type CautionId } from './cautions';
import { asksText, joinWords } from './joinWords';
import { durations, type HoldPoint, type Step } from './step';

/** A step with what most steps have. */
export const step = (part: Partial<Step> & Pick<Step, 'key' | 'kind' | 'title' | 'text'>): Step => ({
  unitId: null,
  linkId: null,
  holdPoint: null,
  cautions: [],
  list: [],
  after: [],
  hands: durations.small,
  wait: null,
  windowS: null,
  edited: false,
  ...part,
});

/** The light of a product that says one of these; null where its catalogue entry names none. */
export function lightFor(product: Product, states: readonly LightState[]): HoldPoint['light'] {
  const light = product.lights.find((l) => states.includes(l.state));
  return light ? { colour: light.colour, means: light.means } : null;
}

const joined = ['good'] as const;
const waits = ['ready'] as const;

/** «Does B show a steady light?», or in words that need no light. */
export function holdPointOf(
  product: Product,
  letter: string,
  states: readonly LightState[],
  without: string,
): HoldPoint {
  const light = lightFor(product, states);
  return light
    ? { question: `Does ${letter} show ${light.colour}?`, light }
    : { question: `${letter}: ${without}?`, light: null };
}

/** Is it fed over a cable that a short one stands for on the bench? */
const isWired = (link: Link | undefined): boolean =>
  link !== undefined && link.medium !== 'wireless' && link.medium !== 'powerline';

/**
 * How a product is joined to the others: the best of its ways that its link and the unit that feeds it allow.
 * @param uplink the product that feeds it; null = one of its own family. Only its own family finds it over the cable; the app
 * that asks for its button or code is its own. Buttons on both need one on that unit too. What carries powerline itself has its button for that: its Wi-Fi is
 * set on its own page.
 */
export function joinWayOf(
  { setup, kind, family }: Pick<Product, 'setup' | 'kind' | 'family'>,
  link: Link | undefined,
  uplink: Pick<Product, 'setup' | 'family'> | null = null,
): JoinWay {
  const isKnown = uplink === null || (family !== '' && family === uplink.family);
  const hasButton = uplink === null || uplink.setup.join.some((w) => w === 'button' || w === 'button-both');
  const can = (way: JoinWay): boolean => {
    switch (way) {
      case 'button-both':
        return kind !== 'powerline' && hasButton;
      case 'cable':
        return isWired(link) && isKnown;
      default:
        return true;
    }
  };
  return setup.join.find(can) ?? (kind === 'powerline' ? 'own-page' : 'app');
}

const mountWords: Record<Unit['mount'], string> = {
  shelf: 'Put it on its shelf, upright, away from metal',
  wall: 'Fix it to the wall',
  ceiling: 'Fix it to the ceiling',
  socket: 'Plug it into its wall socket, the right way up',
  pole: 'Fix it to its pole',
  cupboard: 'Put it into the cupboard and close the door',
};

const placeWords = (job: Job, unit: Unit): string => {
  const storey = find(job, 'storey', unit.storeyId);
  return `${unit.name || storey?.name || 'its place'}, ${lengthText(unit.heightM, job.info.lengths, 1)} above the floor`;
};

/** Does a unit get its power over its cable? */
export const isPowered = (product: Product, link: Link | undefined): boolean =>
  product.poeIn !== null && link?.medium === 'ethernet';

/** The step in which a unit gets power over its cable, once it is in its place. */
export const powerKey = (link: Pick<Link, 'id'>): string => `power.${link.id}`;

/** A unit so near the consumer unit is worked at beside it, m (planning). */
const nearBoardM = 1;

/** What the steps of one unit have in common. */
interface UnitWork {
  job: Job;
  unit: Unit;
  product: Product;
  letter: string;
  link: Link | undefined;
  way: JoinWay;
  powered: boolean;
  /** Cautions of work at a height. */
  high: CautionId[];
  mainKey: string;
  pairKey: string;
  /** Key of one of its steps. */
  at: (what: string) => string;
  /** A step of this unit. */
  own: (part: Parameters<typeof step>[0]) => Step;
}

/**
 * All steps of a planned unit that is not the main one. `wired` links are joined by cable on the bench.
 * @param mainKey step after which the main unit is set up. @param pairKey step before which nothing is paired.
 */
export function unitSteps(
  job: Job,
  unit: Unit,
  link: Link | undefined,
  mainKey: string,
  pairKey: string,
): Step[] {
  const product = get(job, 'kit', unit.kitId);
  const from = find(job, 'unit', link?.fromUnitId);
  const uplink = from ? get(job, 'kit', from.kitId) : null;
  const work: UnitWork = {
    ...{ job, unit, product, link, mainKey, pairKey },
    letter: unit.letter,
    way: joinWayOf(product, link, uplink),
    powered: isPowered(product, link),
    high: atHeight(unit),
    at: (what) => `${what}.${unit.id}`,
    own: (part) => step({ unitId: unit.id, ...part }),
  };
  if (product.kind === 'switch' || product.kind === 'injector' || product.kind === 'converter')
    return [putInPlace(work)];
  return [
    ...benchSteps(work),
    ...joinSteps(work),
    carryStep(work),
    checkStep(work),
    ...(['wall', 'ceiling', 'pole'].includes(unit.mount) ? [mountStep(work)] : []),
  ];
}

/** A unit that nobody sets up: it is put down and gets power. */
function putInPlace({ job, unit, product, letter, high, mainKey, at, own }: UnitWork): Step {
  const board = job.services.some(
    (s) =>
      s.kind === 'board' &&
      s.storeyId === unit.storeyId &&
      Math.hypot(s.xM - unit.xM, s.yM - unit.yM) < nearBoardM,
  );
  return own({
    key: at('carry'),
    kind: 'carry',
    title: `Put ${letter} in its place`,
    text: `${product.name}: ${placeWords(job, unit)}. Plug in its power.`,
    holdPoint: { question: `Does ${letter} show that it has power?`, light: null },
    cautions: [...(board ? (['board'] as const) : []), ...high],
    after: [mainKey],
    hands: durations.some,
  });
}

/** On the bench beside the main unit: as new, with power. */
function benchSteps({ job, unit, product, letter, link, powered, mainKey, at, own }: UnitWork): Step[] {
  const from = find(job, 'unit', link?.fromUnitId);
  const reset = own({
    key: at('reset'),
    kind: 'bench',
    title: `Reset ${letter} before it is used again`,
    text: `${product.name} was in the house before: hold its reset pin for ${product.setup.resetHoldS} s, or old settings remain.`,
    holdPoint: holdPointOf(product, letter, waits, 'does it start like a new one'),
    after: [mainKey],
    hands: durations.short,
    wait: durations.boot,
  });
  const bench = own({
    key: at('bench'),
    kind: 'bench',
    title: `Set ${letter} up beside ${from && !link ? from.letter : 'the main unit'}`,
    text: `Within ${product.setup.benchM} m of the main unit, both in view. ${
      powered
        ? `${letter} gets PoE over a short cable from a PoE port or its injector.`
        : `Plug ${letter} in.${isWired(link) ? ' Connect the two by a short cable.' : ''}`
    } Connect nothing else to it yet. Check its serial number against the box, and note it.`,
    holdPoint: holdPointOf(product, letter, waits, 'has it started, and is it ready to be added'),
    after: [unit.found ? at('reset') : mainKey],
    hands: durations.small,
    wait: durations.boot,
  });
  return unit.found ? [reset, bench] : [bench];
}

/** It joins the network, is brought up to date and gets its name. */
function joinSteps(work: UnitWork): Step[] {
  const { unit, product, letter, way, pairKey, at, own } = work;
  const { setup } = product;
  const words = joinWords(product, letter, way);
  return [
    own({
      key: at('ready'),
      kind: 'pair',
      title: words.ready,
      text: `${words.readyText}${asksText(product)}`,
      holdPoint: { question: words.readyQuestion, light: null },
      after: [at('bench'), 'rejoin', pairKey],
      hands: durations.short,
    }),
    own({
      key: at('pair'),
      kind: 'pair',
      title: words.join,
      text: words.joinText,
      holdPoint: holdPointOf(product, letter, joined, words.joined),
      after: [at('ready')],
      hands: way === 'own-page' ? durations.some : durations.quick,
      wait: durations.pairing,
      windowS: way === 'button' || way === 'button-both' ? setup.windowS : null,
    }),
    ...(setup.routes ? [passOnStep(work)] : []),
    own({
      key: at('firmware'),
      kind: 'update',
      title: `Update ${letter}’s firmware`,
      text: 'Start it and go on with other work. While it runs, do not pair any unit. Do not move or unplug this unit.',
      holdPoint: { question: `Does ${letter} show that it is up to date?`, light: lightFor(product, joined) },
      after: [at('pair'), at('pass-on')],
      hands: durations.quick,
      wait: setup.firmwareMin > 0 ? { ...durations.firmware, min: setup.firmwareMin } : null,
    }),
    own({
      key: at('name'),
      kind: 'set',
      title: `Name ${letter} by its room`,
      text: `Call it “${unit.name || letter}”, so that everyone can find it later.`,
      after: [at('pair')],
      hands: durations.quick,
    }),
  ];
}

/** A router that is fed by another one: it must hand out no addresses, and its line port stays empty. */
function passOnStep({ letter, product, at, own }: UnitWork): Step {
  const line = product.setup.ports.find((p) => p.use === 'line');
  return own({
    key: at('pass-on'),
    kind: 'set',
    title: `Set ${letter} to access point mode`,
    text: `On its web page, set access point mode. Without that mode: switch its DHCP server off, give it a fixed address outside the DHCP range of the main unit, use a LAN port for its cable, and leave its WAN port${line ? ` (“${line.mark}”)` : ''} empty. Then set the name and password of the new network, and a new password for its web page.`,
    holdPoint: {
      question: `Does a phone on ${letter} get its address from the main unit, and does a page open?`,
      light: null,
    },
    cautions: ['passwords'],
    after: [at('pair')],
    hands: durations.more,
    wait: product.setup.restartMin > 0 ? { ...durations.boot, min: product.setup.restartMin } : null,
  });
}

/** Which socket of a plate a unit takes, so that nothing is blocked or goes dark by a wall switch; empty where any does. */
function socketHint(job: Job, unit: Unit, product: Product, powered: boolean): string {
  const socket = powered || product.powerW === 0 ? null : nearServicePoint(job, unit, 'socket');
  if (!socket) return '';
  const half =
    socket.switched === 'half'
      ? ' Use the half of the plate that the wall switch leaves on: try it with the switch off.'
      : socket.switched === 'all'
        ? ' A wall switch takes this socket off: mark the switch, or use another socket.'
        : '';
  const covers = unit.mount === 'socket' && socket.outlets > product.socketsTaken && product.socketsTaken > 0;
  const where = socket.plate === 'stack' ? 'the lower socket' : 'the outer socket';
  return `${half}${covers ? ` Use ${where} of the plate, so that the others stay free.` : ''}`;
}

/** It goes to where the plan has it. */
function carryStep({ job, unit, product, letter, powered, high, at, own }: UnitWork): Step {
  return own({
    key: at('carry'),
    kind: 'carry',
    title: `Carry ${letter} to its place`,
    text: powered
      ? `Unplug it and carry it to ${placeWords(job, unit)}. Connect the laid cable. Its power comes next.`
      : `Unplug it, carry it to ${placeWords(job, unit)} and plug it in.${socketHint(job, unit, product, powered)} Wait two to three minutes until its light is valid.`,
    holdPoint: powered ? null : holdPointOf(product, letter, joined, 'has it joined again'),
    cautions: [...(unit.mount === 'socket' ? (['socket'] as const) : []), ...high],
    after: [at('firmware'), at('name')],
    hands: durations.some,
    wait: powered ? null : durations.settle,
  });
}

/** Its link, before it is fixed. */
function checkStep({ product, letter, link, powered, at, own }: UnitWork): Step {
  return own({
    key: at('check'),
    kind: 'check',
    title: `Check ${letter}’s link`,
    text:
      link && link.medium !== 'wireless'
        ? `Its web page must show an uplink by ${link.medium === 'ethernet' ? 'cable' : link.medium}, not wireless. A unit with both may use either.`
        : 'Check its link in the app before you fix it. The plan shows the prediction.',
    holdPoint: {
      question:
        link && link.medium !== 'wireless'
          ? `Does ${letter} show a wired uplink?`
          : `Does ${letter}’s link match the prediction?`,
      light: lightFor(product, joined),
    },
    after: [at('carry'), ...(powered && link ? [powerKey(link)] : [])],
    hands: durations.small,
  });
}

/** What holds it, and outdoors what cold and heat it stands. */
function fixingText({ setup }: Product, outdoors: boolean): string {
  const fixing = setup.fixing && ` It takes: ${setup.fixing}.`;
  return outdoors ? `${fixing} It stands ${setup.coldestC} to ${setup.warmestC} °C.` : fixing;
}

/** It is fixed where it was checked. */
function mountStep({ unit, product, letter, high, at, own }: UnitWork): Step {
  const outdoors = product.weatherproof && product.kind === 'outdoor';
  const notes: CautionId[] = ['drilling', 'mains', ...high];
  return own({
    key: at('mount'),
    kind: 'mount',
    title: outdoors ? `Mount ${letter}, seal and drip loop` : `Mount ${letter}`,
    text: `${product.kind === 'plate' ? 'Take the cover off the data outlet. Connect its cable to the back of the new plate. Fix the plate in its place' : `${mountWords[unit.mount]}, in the planned direction`}.${outdoors ? ' Bring the cable in from below with a drip loop. Seal the entry.' : ''}${fixingText(product, outdoors)}`,
    holdPoint: {
      question: `Is ${letter} fixed, and is its light as before?`,
      light: lightFor(product, joined),
    },
    cautions: outdoors ? [...notes, 'outdoor', 'thunder', 'radio'] : notes,
    after: [at('check')],
    hands: durations.more,
  });
}
