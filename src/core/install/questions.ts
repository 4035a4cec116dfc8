/** Questions that tell causes apart. */
import type { CauseId } from './causes';

export interface Question {
  id: string;
  words: string;
  /** How much likelier «yes» makes each cause; what is not named stays. «No» turns it about. */
  yes: Partial<Record<CauseId, number>>;
}
export const questions: readonly Question[] = [
  { id: 'app-first', words: 'Was the app searching before the button was pressed?', yes: { appLate: 0.05 } },
  {
    id: 'in-time',
    words: 'Was the pairing window still open?',
    yes: { windowOver: 0.08 },
  },
  { id: 'held-long', words: 'Was the button held for three full seconds?', yes: { pressShort: 0.08 } },
  { id: 'other-updating', words: 'Is another unit updating now?', yes: { otherUpdate: 12 } },
  {
    id: 'just-started',
    words: 'Was it plugged in, or started to update, within the last ten minutes?',
    yes: { busy: 6 },
  },
  {
    id: 'near',
    words: 'Is it within three metres of its uplink unit?',
    yes: { tooFar: 0.05, weakPlace: 0.1 },
  },
  {
    id: 'phone-new',
    words: 'Does the phone’s Wi-Fi show the new network’s name?',
    yes: { oldNetwork: 0.05, passwordCase: 0.2 },
  },
  { id: 'lamp', words: 'Does a lamp work in the same socket?', yes: { noPower: 0.03, strip: 1.5 } },
  {
    id: 'in-strip',
    words: 'Is it plugged into a power strip, a timer or a switched socket?',
    yes: { strip: 10 },
  },
  { id: 'own-supply', words: 'Is the power supply the one from its own box?', yes: { deadSupply: 0.2 } },
  {
    id: 'listed',
    words: 'Does the app list it as joined?',
    yes: { lightsOff: 12, noPower: 0.02, deadSupply: 0.02, notPaired: 0.5 },
  },
  {
    id: 'line-port',
    words: 'Is the modem’s cable in the WAN port?',
    yes: { wrongPort: 0.05 },
  },
  {
    id: 'modem-restarted',
    words: 'Was the modem restarted after the new main unit was connected?',
    yes: { modemBound: 0.06 },
  },
  { id: 'old-routes', words: 'Is the DHCP server of the old router still on?', yes: { twoRouters: 10 } },
  {
    id: 'laptop-direct',
    words: 'Does a laptop at the modem reach the internet?',
    yes: { lineDown: 0.03, modemBound: 0.6 },
  },
  { id: 'asks-password', words: 'Does the phone say that the password is wrong?', yes: { passwordCase: 12 } },
  {
    id: 'used-before',
    words: 'Was it used in another network before, and not reset?',
    yes: { oldSettings: 10 },
  },
  { id: 'says-wired', words: 'Does its web page show a wired uplink?', yes: { notOnWire: 0.04 } },
  { id: 'link-100', words: 'Does the port show a link of 100 Mbps?', yes: { badCable: 5, slowPort: 3 } },
  { id: 'other-device', words: 'Is another device on the same cable also slow?', yes: { deviceLimit: 0.05 } },
  {
    id: 'side-by-side',
    words: 'Do the adapters show a link in sockets side by side?',
    yes: { notPaired: 0.03, otherCircuit: 3 },
  },
  { id: 'same-circuit', words: 'Are both sockets on one circuit?', yes: { otherCircuit: 0.15 } },
  {
    id: 'past-splitter',
    words: 'Does the light come on with the two cables connected without the splitter?',
    yes: { splitter: 12, outletOpen: 0.3 },
  },
  {
    id: 'outlet-measured',
    words: 'Was the outlet measured through to the splitter?',
    yes: { outletOpen: 0.05 },
  },
  {
    id: 'other-poe',
    words: 'Does another powered unit work at the same port?',
    yes: { poePort: 0.04, poeStandard: 2 },
  },
  { id: 'old-unplugged', words: 'Are the old extender and router unplugged?', yes: { extenderName: 0.05 } },
  {
    id: 'same-name',
    words: 'Do the two networks differ by “5” or “2.4” in their name?',
    yes: { namesTwice: 10 },
  },
];
