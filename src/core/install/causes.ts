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
  'no-light': 'No light',
  'wrong-colour': 'The light stays another colour',
  'not-found': 'The app does not find the unit',
  'joined-then-lost': 'The unit joined, then was lost',
  'no-internet': '“No internet”',
  'slow-on-wire': 'Slow in spite of the cable',
  'powerline-dark': 'The powerline pair has no link light',
  'coax-dark': 'The coax link has no light',
  'poe-dark': 'No power over the cable',
  'two-networks': 'Two networks are visible',
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
    words: 'The unit is still starting or updating',
    fix: 'Wait until its light is steady, at most ten minutes.',
    move: false,
  },
  otherUpdate: {
    words: 'Another unit is updating its firmware',
    fix: 'Wait until that update ends. Then press Pair again.',
    move: false,
  },
  appLate: {
    words: 'The button was pressed before the app searched',
    fix: 'Start adding in the app first. Then press Pair.',
    move: false,
  },
  windowOver: {
    words: 'The pairing window ended',
    fix: 'Press Pair again while the app searches.',
    move: false,
  },
  pressShort: {
    words: 'The button was not held long enough',
    fix: 'Hold the button for three full seconds.',
    move: false,
  },
  tooFar: {
    words: 'The unit is too far from its uplink unit',
    fix: `Bring the unit within three metres, both in view, and pair there.`,
    move: true,
  },
  weakPlace: {
    words: 'The signal of the uplink unit is too weak at this place',
    fix: 'Move the unit towards its uplink unit, half a metre at a time, as the plan shows. Wait two minutes each time.',
    move: true,
  },
  noPower: {
    words: 'Its socket has no power',
    fix: 'Test the socket with a lamp. If its breaker has tripped, call a licensed electrician.',
    move: false,
  },
  deadSupply: {
    words: 'The power supply is the wrong one, or broken',
    fix: 'Use the supply from its box. The plug also fits supplies of another voltage.',
    move: false,
  },
  strip: {
    words: 'The unit is in a power strip or a switched socket',
    fix: 'Plug the unit directly into a wall socket.',
    move: false,
  },
  lightsOff: {
    words: 'Its light is switched off in the app',
    fix: 'Check in the app if it is listed as joined.',
    move: false,
  },
  passwordCase: {
    words: 'The password was mistyped',
    fix: 'Type the password again. Check capital letters. Or use the QR code.',
    move: false,
  },
  oldNetwork: {
    words: 'The phone is still on the old network',
    fix: 'Remove the old network on the phone. Then connect to the new one.',
    move: false,
  },
  wrongPort: {
    words: 'The main unit’s cable is in the wrong port',
    fix: 'Connect the modem cable to the WAN port.',
    move: false,
  },
  twoRouters: {
    words: 'The old router still routes',
    fix: 'Set it to bridge mode or access point mode.',
    move: false,
  },
  modemBound: {
    words: 'The modem still serves the old router',
    fix: 'Unplug the modem for half a minute. Start it before the main unit.',
    move: false,
  },
  lineDown: {
    words: 'The line itself is down',
    fix: 'Connect a laptop to the modem alone. If that fails too, call the provider.',
    move: false,
  },
  oldSettings: {
    words: 'The unit has settings of an earlier network',
    fix: 'Reset the unit. Then start at the bench.',
    move: false,
  },
  notOnWire: {
    words: 'It uses the wireless link although the cable is there',
    fix: 'Unplug the unit. Connect the cable first, then the power. Check its web page.',
    move: false,
  },
  badCable: {
    words: 'The cable or a plug is faulty: only four of eight wires',
    fix: 'Test all pairs. A link of 100 Mbps shows this fault. Crimp the plug again.',
    move: false,
  },
  slowPort: {
    words: 'A port or switch on the route is slow',
    fix: 'Check the speed of each port.',
    move: false,
  },
  deviceLimit: {
    words: 'The test device or its port is the bottleneck',
    fix: 'Test with another device or port.',
    move: false,
  },
  notPaired: {
    words: 'The two adapters are not paired',
    fix: 'Pair the adapters in two sockets side by side.',
    move: false,
  },
  otherCircuit: {
    words: 'The signal between these circuits is weak',
    fix: 'Try a socket on the same circuit. Avoid sub-boards and arc-fault breakers.',
    move: true,
  },
  splitter: {
    words: 'A splitter on the route is not made for this band, or an amplifier blocks it',
    fix: 'Connect the two cables without it. If the light comes on, replace it.',
    move: false,
  },
  outletOpen: {
    words: 'The outlet is not connected',
    fix: 'Measure from outlet to splitter. Choose another outlet.',
    move: false,
  },
  poePort: {
    words: 'The port gives no PoE, or the PoE budget of the switch is used up',
    fix: 'Use a PoE port. Add up the power of all units on the switch.',
    move: false,
  },
  poeStandard: {
    words: 'The unit needs more power than the PoE type gives',
    fix: 'Use the injector that the plan names.',
    move: false,
  },
  extenderName: {
    words: 'The old extender or router still transmits its own network',
    fix: 'Unplug it, or set the new name and password on it.',
    move: false,
  },
  namesTwice: {
    words: 'One band has a separate name',
    fix: 'Set one name for all bands, unless 2.4 GHz devices need a separate one.',
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
