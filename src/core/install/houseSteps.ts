/** The steps of the house as a whole: modem, main unit, names, phone, guests, old product, last walk. */
import { splittersOn } from '../media/coaxParts';
import { splitterKey } from './linkSteps';
import { get, type Job } from '../job/job';
import type { Product, Unit } from '../job/records';
import { deviceSteps } from './deviceSteps';
import { durations, type Step } from './step';
import { lightFor, step } from './unitSteps';

/** The planned unit that nothing feeds and that can be the main one; undefined when there is none. */
export function mainUnit(job: Job): Unit | undefined {
  const fed = new Set(job.links.map((l) => l.unitId));
  const free = job.units.filter((u) => u.planned && !fed.has(u.id));
  const kindOf = (u: Unit) => get(job, 'kit', u.kitId).kind;
  return free.find((u) => kindOf(u) === 'main') ?? free.find((u) => kindOf(u) === 'router') ?? free[0];
}

/** What stands at the entry today and routes: it must not route beside the new main unit. */
const oldRouter = (job: Job, main: Unit): Unit | undefined =>
  job.units.find((u) => u.found && u.id !== main.id && get(job, 'kit', u.kitId).kind === 'router');

/** The port for the line, as it is marked. */
const linePort = ({ setup }: Product): string => {
  const port = setup.ports.find((p) => p.use === 'line');
  return port ? `its port “${port.mark}”` : 'the port marked for the line';
};

/** How the line is entered, and who has the details. */
function lineText(job: Job): string {
  const settings = job.netSettings[0];
  const holder = settings?.lineHolder || 'the customer';
  switch (settings?.line ?? 'unknown') {
    case 'automatic':
      return 'The line needs no details.';
    case 'login':
      return `The line wants a name and a password: ${holder} has them.`;
    case 'fixed':
      return `The line has a fixed address: ${holder} has it, with its mask, gateway and name servers.`;
    case 'unknown':
      return 'Ask first how the line is entered: by itself, with a name and a password, or with a fixed address.';
  }
}

/** Before any other unit: the modem, the main unit, names and passwords, the phone. */
export function firstSteps(job: Job, main: Unit): Step[] {
  const product = get(job, 'kit', main.kitId);
  const old = oldRouter(job, main);
  const stays = main.found;
  const out: Step[] = [
    step({
      key: 'modem',
      kind: 'bench',
      title: 'Restart the modem',
      text: 'Unplug the modem or optical terminal for half a minute: many remember the last box that they spoke to.',
      holdPoint: { question: 'Do the modem’s lights say that the line is up?', light: null },
      cautions: ['household'],
      hands: durations.short,
      wait: durations.modem,
    }),
    step({
      key: 'main',
      kind: 'bench',
      unitId: main.id,
      title: stays ? `Check the main unit ${main.letter}` : `Join the main unit ${main.letter} to the modem`,
      text: stays
        ? `${product.name} stays. Its cable to the modem is in ${linePort(product)}, no second router behind it. ${lineText(job)}`
        : `${product.name}: cable from the modem into ${linePort(product)}, not into one of the others. ${lineText(job)}`,
      // the light that says «ready to be added» says nothing of the line
      holdPoint: {
        question: `Does a page open over ${main.letter}?`,
        light: lightFor(product, ['good']),
      },
      after: ['modem'],
      hands: durations.some,
      wait: durations.boot,
    }),
    step({
      key: 'names',
      kind: 'set',
      unitId: main.id,
      title: 'Set names and passwords, once',
      text: 'Network name, its password, the administrator’s password: now, before anything joins, and written down.',
      holdPoint: {
        question: 'Are the names on the settings sheet, and who holds which password?',
        light: null,
      },
      cautions: ['passwords'],
      after: ['main'],
      hands: durations.some,
      // it may start anew once they are applied
      wait: product.setup.restartMin > 0 ? { ...durations.boot, min: product.setup.restartMin } : null,
    }),
    step({
      key: 'rejoin',
      kind: 'set',
      title: 'Let the phone join the new network',
      text: 'Forget the old network on the phone first. Capitals count in the password. If the phone says “no internet, stay connected?”, stay.',
      holdPoint: { question: 'Is the phone on the new network, and not on the old one?', light: null },
      after: ['names'],
      hands: durations.short,
    }),
    step({
      key: `firmware.${main.id}`,
      kind: 'update',
      unitId: main.id,
      title: `Update ${main.letter}’s firmware`,
      text: `First, so that it runs while hands do other work. Nothing is paired until it is through. ${
        (job.netSettings[0]?.updatesOn ?? true)
          ? 'Then let it update by itself, at night.'
          : 'It does not update by itself here: agree who looks after it, and write it down.'
      }`,
      holdPoint: { question: `Does ${main.letter} say that it is up to date?`, light: null },
      after: ['names'],
      hands: durations.quick,
      wait: { ...durations.firmware, min: Math.max(1, product.setup.firmwareMin) },
    }),
  ];
  if (old)
    out.push(
      step({
        key: 'hangs-on',
        kind: 'check',
        unitId: old.id,
        title: `Look what hangs on ${old.letter}`,
        text: 'Follow each of its cables. Telephone, television box, alarm, lift and door may work over this box alone. What the new main unit can’t serve stays on it, and then it is not bridged: say so to the household, and ask who runs it.',
        holdPoint: {
          question: 'Is it agreed for each of them where it hangs from now on?',
          light: null,
        },
        cautions: ['household'],
        list: [
          { mark: 'telephone', words: 'Telephone: none, or moved and tried' },
          { mark: 'television', words: 'Television box: none, or moved and tried' },
          { mark: 'alarm', words: 'Alarm, lift, door, emergency call: none, or its firm has been asked' },
        ],
        hands: durations.some,
      }),
      step({
        key: 'old-router',
        kind: 'set',
        unitId: old.id,
        title: old.planned ? `Make ${old.letter} an access point` : `Stop ${old.letter} from routing`,
        text: old.planned
          ? 'On its page: access point (or bridge), no addresses handed out. Two routers in a row give “no internet” that is none.'
          : 'Bridge mode, or Wi-Fi off where the modem is in the same box. Two routers in a row give “no internet” that is none.',
        holdPoint: { question: 'Does the new main unit get an address of the line itself?', light: null },
        after: ['modem', 'hangs-on'],
        hands: durations.some,
        wait: durations.short,
      }),
    );
  return out;
}

/** After all units: what hangs on them, guests, old products, the last walk. */
export function lastSteps(job: Job, main: Unit, before: readonly Step[]): Step[] {
  const out: Step[] = [];
  const carried = before
    .filter((s) => s.kind === 'carry' || s.kind === 'check' || s.kind === 'mount')
    .map((s) => s.key);
  const coax = job.links.filter((l) => l.medium === 'coax' && l.adapterKitId !== null);
  const splitters = new Map(coax.flatMap((l) => splittersOn(job, l)).map((s) => [s.id, s]));
  for (const splitter of splitters.values())
    if (splitter.rated === 'replaced')
      out.push(
        step({
          key: splitterKey(splitter),
          kind: 'cable',
          title: `Put the new splitter in the place of ${splitter.name}`,
          text: 'Mark the cables first, then move them over one by one: the one that comes in to the input, outputs that nothing uses closed with a cap of 75 ohms.',
          holdPoint: {
            question: 'Does what hung on the old one still work, the television too?',
            light: null,
          },
          cautions: ['coax'],
          hands: durations.some,
        }),
      );
  if (coax.length > 0)
    out.push(
      step({
        key: 'filter',
        kind: 'cable',
        title: 'Put the filter at the point of entry',
        text: 'Where the coax enters the house, before the first splitter: it keeps the signal in, and makes it stronger.',
        holdPoint: { question: 'Is the filter on the cable that comes in?', light: null },
        cautions: ['coax'],
        hands: durations.some,
      }),
    );
  out.push(...deviceSteps(job, carried));
  out.push(
    step({
      key: 'guest',
      kind: 'set',
      unitId: main.id,
      title: 'Set up the guest network',
      text: 'With a name and password of its own; it must not reach the house’s devices.',
      holdPoint: {
        question: 'Does a phone on it reach the internet, and nothing in the house?',
        light: null,
      },
      after: ['rejoin'],
      hands: durations.small,
    }),
  );
  for (const old of job.units.filter(
    (u) => u.found && !u.planned && get(job, 'kit', u.kitId).kind !== 'router',
  ))
    out.push(
      step({
        key: `remove.${old.id}`,
        kind: 'clear',
        unitId: old.id,
        title: `Take out the old ${old.letter}`,
        text: 'Unplug it and take it along: left in, phones cling to it.',
        holdPoint: { question: 'Is its network gone from the phone’s list?', light: null },
        after: carried,
        hands: durations.small,
      }),
    );
  out.push(
    step({
      key: 'leave',
      kind: 'set',
      unitId: main.id,
      title: 'Leave it as it will stay',
      text: 'The householder decides, you set it, and it goes on the settings sheet.',
      holdPoint: { question: 'Is each decided by the householder, set and noted?', light: null },
      list: [
        { mark: 'lights', words: 'Lights: on, dim, or off at night' },
        { mark: 'button', words: 'Joining by button: off, so that nobody in the house joins a stranger' },
        { mark: 'remote', words: 'Access from outside, and data about use to the maker: wanted, or off' },
      ],
      after: ['guest', ...carried],
      hands: durations.small,
    }),
  );
  const all = [...before, ...out].map((s) => s.key);
  out.push(
    step({
      key: 'walk',
      kind: 'check',
      title: 'Walk all spots with the phone',
      text: 'Same spots, same device, same way as before. What is short gets its next step now, not on another visit.',
      holdPoint: { question: 'Is every spot tested, and none left short without a reason?', light: null },
      after: all,
      hands: { min: Math.max(5, 3 * job.spots.length), spread: 0.3 },
    }),
  );
  return out;
}
