/** Symptoms of something stuck, what may be behind each and how often, and what to do about it. */

export type Symptom =
  | 'no-light'
  | 'wrong-colour'
  | 'not-found'
  | 'joined-then-lost'
  | 'no-internet'
  | 'slow-on-wire'
  | 'powerline-dark'
  | 'coax-dark'
  | 'poe-dark'
  | 'two-networks';

export const symptomWords: Record<Symptom, string> = {
  'no-light': 'No light at all',
  'wrong-colour': 'The light stays on another colour',
  'not-found': 'The app does not find it',
  'joined-then-lost': 'It had joined, then it was lost',
  'no-internet': '“No internet”',
  'slow-on-wire': 'Slow although it is on a wire',
  'powerline-dark': 'The powerline pair stays dark',
  'coax-dark': 'The coax link stays dark',
  'poe-dark': 'No power over the cable',
  'two-networks': 'Two networks are seen',
};

export type CauseId = keyof typeof causes;
interface Cause {
  words: string;
  /** What to do about it. */
  fix: string;
  /** Would moving the unit help? Most often it would not. */
  move: boolean;
}
/** Every cause, its remedy, and whether to move the unit. */
export const causes = {
  busy: {
    words: 'It is only busy: starting or updating',
    fix: 'Leave it alone until its light is steady, ten minutes at most.',
    move: false,
  },
  otherUpdate: {
    words: 'Another unit is taking its firmware',
    fix: 'Wait until that one is through, then press pair again.',
    move: false,
  },
  appLate: {
    words: 'The button was pressed before the app was looking',
    fix: 'Start adding in the app first, then press pair.',
    move: false,
  },
  windowOver: {
    words: 'The pairing window ran out',
    fix: 'Press pair again, with the app waiting.',
    move: false,
  },
  pressShort: {
    words: 'The button was pressed too briefly',
    fix: 'Hold it three full seconds.',
    move: false,
  },
  tooFar: {
    words: 'It is too far from the unit that feeds it',
    fix: `Bring it within three metres, both in view, and pair there.`,
    move: true,
  },
  weakPlace: {
    words: 'Its place hears the feeding unit too weakly',
    fix: 'Move it half a metre at a time towards the feeding unit, as the plan shows; wait two minutes each time.',
    move: true,
  },
  noPower: {
    words: 'Its socket has no power',
    fix: 'Try the socket with a lamp; look at the breaker.',
    move: false,
  },
  deadSupply: {
    words: 'Its power supply is not its own, or broken',
    fix: 'Use the supply from its box: the plug fits others of another voltage.',
    move: false,
  },
  strip: {
    words: 'It sits in a strip or a switched socket',
    fix: 'Plug it into the wall socket itself.',
    move: false,
  },
  lightsOff: {
    words: 'Its light is switched off in the app',
    fix: 'Look in the app whether it is listed as joined.',
    move: false,
  },
  passwordCase: {
    words: 'The password was mistyped: capitals count',
    fix: 'Type it anew with the eye on capitals, or use the picture code.',
    move: false,
  },
  oldNetwork: {
    words: 'The phone is still on the old network',
    fix: 'Forget the old network on the phone, then join the new one.',
    move: false,
  },
  wrongPort: {
    words: 'The main unit’s cable is in the wrong port',
    fix: 'The cable from the modem goes into the port marked for the line.',
    move: false,
  },
  twoRouters: {
    words: 'The old router still routes',
    fix: 'Put it into bridge mode or make it an access point.',
    move: false,
  },
  modemBound: {
    words: 'The modem remembers the last box',
    fix: 'Unplug the modem for half a minute, then start it before the main unit.',
    move: false,
  },
  lineDown: {
    words: 'The line itself is down',
    fix: 'Plug the laptop into the modem alone; if that fails too, ring the provider.',
    move: false,
  },
  oldSettings: {
    words: 'It brings settings of an earlier network along',
    fix: 'Reset it, then start at the bench.',
    move: false,
  },
  notOnWire: {
    words: 'It is fed over the air although the wire is there',
    fix: 'Unplug it, plug the cable in first, then the power; look at its page.',
    move: false,
  },
  badCable: {
    words: 'The cable or a plug is bad: only four of eight wires',
    fix: 'Test all pairs; a link of 100 Mbps tells it. Crimp anew.',
    move: false,
  },
  slowPort: {
    words: 'A port or switch on the way is slow',
    fix: 'Look at the speed that each port shows.',
    move: false,
  },
  deviceLimit: {
    words: 'The test device or its port is the limit',
    fix: 'Test with another device or port.',
    move: false,
  },
  notPaired: {
    words: 'The two adapters are not paired to each other',
    fix: 'Pair both in two sockets side by side.',
    move: false,
  },
  otherCircuit: {
    words: 'The sockets are on circuits that hear each other badly',
    fix: 'Try a socket on the same circuit; keep off sub-boards and arc-fault breakers.',
    move: true,
  },
  splitter: {
    words: 'A splitter on the way is not for this band, or an amplifier blocks it',
    fix: 'Join the two cables past it; if the light comes, exchange it.',
    move: false,
  },
  outletOpen: {
    words: 'The outlet is joined to nothing',
    fix: 'Measure from outlet to splitter; choose another outlet.',
    move: false,
  },
  poePort: {
    words: 'The port gives no power, or the switch’s budget is used up',
    fix: 'Move to a port that gives power; add up what hangs on it.',
    move: false,
  },
  poeStandard: {
    words: 'The unit wants more than the port’s standard gives',
    fix: 'Use the injector that the plan names.',
    move: false,
  },
  extenderName: {
    words: 'The old extender or router still sends its own network',
    fix: 'Unplug it, or give it the new name and password.',
    move: false,
  },
  namesTwice: {
    words: 'One band has a name of its own',
    fix: 'Set one name for all bands, unless devices of 2.4 GHz need one.',
    move: false,
  },
} as const satisfies Record<string, Cause>;

/** How often each cause is behind a symptom, of what installers meet (planning). */
export const priors: Record<Symptom, Partial<Record<CauseId, number>>> = {
  'no-light': { noPower: 4, strip: 3, deadSupply: 2, lightsOff: 1, busy: 1 },
  'wrong-colour': { busy: 4, weakPlace: 3, oldSettings: 1.5, otherUpdate: 1.5, wrongPort: 1 },
  'not-found': {
    appLate: 3,
    windowOver: 3,
    otherUpdate: 2,
    busy: 2,
    oldNetwork: 2,
    pressShort: 1.5,
    tooFar: 1.5,
    oldSettings: 1,
  },
  'joined-then-lost': { busy: 4, weakPlace: 3, otherUpdate: 1.5, strip: 1, notOnWire: 1 },
  'no-internet': {
    oldNetwork: 3,
    twoRouters: 3,
    modemBound: 2.5,
    wrongPort: 2.5,
    passwordCase: 2,
    lineDown: 1,
    busy: 1,
  },
  'slow-on-wire': { notOnWire: 3.5, badCable: 2.5, slowPort: 1.5, deviceLimit: 2 },
  'powerline-dark': { notPaired: 3.5, strip: 3, otherCircuit: 2.5, noPower: 1 },
  'coax-dark': { outletOpen: 3, splitter: 3, badCable: 1.5, busy: 1 },
  'poe-dark': { poePort: 3, poeStandard: 2.5, badCable: 2 },
  'two-networks': { extenderName: 4, namesTwice: 3, oldNetwork: 1.5, twoRouters: 1 },
};
