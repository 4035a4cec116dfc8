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
  return port ? `its port “${port.mark}”` : 'the WAN port';
};

/** How the line is entered, and who has the details. */
function lineText(job: Job): string {
  const settings = job.netSettings[0];
  const holder = settings?.lineHolder || 'the customer';
  switch (settings?.line ?? 'unknown') {
    case 'automatic':
      return 'The line needs no login.';
    case 'login':
      return `The line needs a name and a password: ${holder} has them.`;
    case 'fixed':
      return `The line has a fixed address: ${holder} has it, with its mask, gateway and name servers.`;
    case 'unknown':
      return 'First ask for the line login: automatic, name and password, or fixed address.';
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
      text: 'Unplug the modem or optical terminal for half a minute. Many serve only the last router that they knew.',
      holdPoint: { question: 'Do the lights of the modem show that the line is up?', light: null },
      cautions: ['household'],
      hands: durations.short,
      wait: durations.modem,
    }),
    step({
      key: 'main',
      kind: 'bench',
      unitId: main.id,
      title: stays
        ? `Check the main unit ${main.letter}`
        : `Connect the main unit ${main.letter} to the modem`,
      text: stays
        ? `${product.name} stays. Its cable to the modem is in ${linePort(product)}, with no second router behind it. ${lineText(job)}`
        : `${product.name}: cable from the modem into ${linePort(product)}, not into another port. ${lineText(job)}`,
      // the light that says «ready to be added» says nothing of the line
      holdPoint: {
        question: `Does a web page open over ${main.letter}?`,
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
      title: 'Set names and passwords',
      text: 'Set the network name, its password and the administrator password now, before any device connects. Write them down.',
      holdPoint: {
        question: 'Does the settings sheet show the names, and who holds each password?',
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
      title: 'Connect the phone to the new network',
      text: 'Remove the old network on the phone first. Check capital letters in the password. If the phone asks “no internet, stay connected?”, choose to stay.',
      holdPoint: { question: 'Is the phone on the new network, and not on the old one?', light: null },
      after: ['names'],
      hands: durations.short,
    }),
    step({
      key: `firmware.${main.id}`,
      kind: 'update',
      unitId: main.id,
      title: `Update ${main.letter}’s firmware`,
      text: `Start this first. It runs while you do other work. Do not pair a unit until it ends. ${
        (job.netSettings[0]?.updatesOn ?? true)
          ? 'Then switch on automatic updates, at night.'
          : 'It has no automatic updates. Agree who updates it, and write that down.'
      }`,
      holdPoint: { question: `Does ${main.letter} show that it is up to date?`, light: null },
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
        title: `Check what is connected to ${old.letter}`,
        text: 'Follow each of its cables. Telephone, television box, alarm, lift or door phone may need this box. If the new main unit cannot serve one of them, leave it connected and do not bridge the box. Tell the household, and ask who operates it.',
        holdPoint: {
          question: 'Is the new connection of each one agreed?',
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
          ? 'On its web page, set access point (or bridge) and switch its DHCP server off. Two routers in series cause false “no internet” messages.'
          : 'Set bridge mode, or switch its Wi-Fi off where the modem is in the same box. Two routers in series cause false “no internet” messages.',
        holdPoint: {
          question: 'Does the new main unit get its address directly from the line?',
          light: null,
        },
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
          title: `Replace the splitter ${splitter.name}`,
          text: 'Mark the cables first. Move them one by one, the incoming cable to the input. Close unused outputs with a 75 ohm cap.',
          holdPoint: {
            question: 'Do all devices on it still work, also the television?',
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
        title: 'Fit the filter at the coax entry',
        text: 'Fit it where the coax enters the house, before the first splitter. It keeps the signal inside and makes it stronger.',
        holdPoint: { question: 'Is the filter on the incoming cable?', light: null },
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
      text: 'Give it a separate name and password. It must not reach the devices of the house.',
      holdPoint: {
        question: 'Does a guest phone reach the internet, and no device in the house?',
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
        text: 'Unplug it and take it away. Otherwise phones stay connected to it.',
        holdPoint: { question: 'Has its network disappeared from the list on the phone?', light: null },
        after: carried,
        hands: durations.small,
      }),
    );
  out.push(
    step({
      key: 'leave',
      kind: 'set',
      unitId: main.id,
      title: 'Make the final settings',
      text: 'The householder decides. Set each point and note it on the settings sheet.',
      holdPoint: { question: 'Is each point decided, set and noted?', light: null },
      list: [
        { mark: 'lights', words: 'Lights: on, dim, or off at night' },
        { mark: 'button', words: 'Pairing by button: off, so that nobody adds a strange device' },
        { mark: 'remote', words: 'Remote access, and usage data to the maker: wanted, or off' },
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
      title: 'Test all spots with the phone',
      text: 'Use the same spots and the same device as before. If a spot is short, do its next step now, not on another visit.',
      holdPoint: { question: 'Is every spot tested, and is there a reason for each short one?', light: null },
      after: all,
      hands: { min: Math.max(5, 3 * job.spots.length), spread: 0.3 },
    }),
  );
  return out;
}
