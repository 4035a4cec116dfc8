/** The steps of the house as a whole: modem, main unit, names, phone, guests, old product, last walk. */
import { get, type Job } from '../job/job';
import type { Unit } from '../job/records';
import { durations, type Step } from './step';
import { holdPointOf, step } from './unitSteps';

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
      hands: durations.short,
      wait: durations.modem,
    }),
    step({
      key: 'main',
      kind: 'bench',
      unitId: main.id,
      title: stays ? `Check the main unit ${main.letter}` : `Join the main unit ${main.letter} to the modem`,
      text: stays
        ? `${product.name} stays. Its cable to the modem is in the port marked for the line, no second router behind it.`
        : `${product.name}: cable from the modem into the port marked for the line, not into one of the others.`,
      holdPoint: holdPointOf(
        product,
        main.letter,
        /joined, good|in use|ready/i,
        'does it reach the internet',
      ),
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
    }),
    step({
      key: 'rejoin',
      kind: 'set',
      title: 'Let the phone join the new network',
      text: 'Forget the old network on the phone first. Capitals count in the password.',
      holdPoint: { question: 'Is the phone on the new network, and not on the old one?', light: null },
      after: ['names'],
      hands: durations.short,
    }),
    step({
      key: `firmware.${main.id}`,
      kind: 'update',
      unitId: main.id,
      title: `Update ${main.letter}’s firmware`,
      text: 'First, so that it runs while hands do other work. Nothing is paired until it is through.',
      holdPoint: { question: `Does ${main.letter} say that it is up to date?`, light: null },
      after: ['names'],
      hands: durations.quick,
      wait: durations.firmware,
    }),
  ];
  if (old)
    out.push(
      step({
        key: 'old-router',
        kind: 'set',
        unitId: old.id,
        title: old.planned ? `Make ${old.letter} an access point` : `Stop ${old.letter} from routing`,
        text: old.planned
          ? 'On its page: access point (or bridge), no addresses handed out. Two routers in a row give “no internet” that is none.'
          : 'Bridge mode, or Wi-Fi off where the modem is in the same box. Two routers in a row give “no internet” that is none.',
        holdPoint: { question: 'Does the new main unit get an address of the line itself?', light: null },
        after: ['modem'],
        hands: durations.some,
        wait: durations.short,
      }),
    );
  return out;
}

/** After all units: devices that know 2.4 GHz alone, guests, old product, the last walk. */
export function lastSteps(job: Job, main: Unit, before: readonly Step[]): Step[] {
  const out: Step[] = [];
  const carried = before
    .filter((s) => s.kind === 'carry' || s.kind === 'check' || s.kind === 'mount')
    .map((s) => s.key);
  const only = job.fixedDevices.filter((d) => d.only24);
  if (job.links.some((l) => l.medium === 'coax' && l.adapterKitId !== null))
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
  if (only.length > 0)
    out.push(
      step({
        key: 'only24',
        kind: 'set',
        title: `Let ${only.length === 1 ? 'the 2.4 GHz device' : `${only.length} devices of 2.4 GHz`} join again`,
        text: `${only.map((d) => d.name).join(', ')}. With the phone on 2.4 GHz or the name for it, as they know no other.`,
        holdPoint: { question: 'Does each answer in its own app?', light: null },
        after: ['names'],
        hands: { min: 2 * only.length, spread: 0.5 },
      }),
    );
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
