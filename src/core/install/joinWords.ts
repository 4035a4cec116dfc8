/** What is said of each way in which a unit joins the others. */
import type { JoinWay } from '../job/productSetup';
import type { Product } from '../job/records';

const askedWords = {
  account: 'an account with its maker, in the customer’s name',
  'admin-password': 'a password for its web page',
  'recovery-questions': 'recovery questions, with the customer’s own answers',
} as const;

/** What a product asks for while it is set up. */
export const asksText = ({ setup }: Product): string =>
  setup.asks.length === 0 ? '' : ` It asks for ${setup.asks.map((a) => askedWords[a]).join('; ')}.`;

interface JoinWords {
  ready: string;
  readyText: string;
  readyQuestion: string;
  join: string;
  joinText: string;
  /** What shows that it has joined, where no light of it does; asked of the unit. */
  joined: string;
}

/** What is said of a way to join. */
export function joinWords(product: Product, letter: string, way: JoinWay): JoinWords {
  const { setup } = product;
  const [hold, minutes] = [setup.buttonHoldS, Number((setup.windowS / 60).toFixed(1))];
  const again =
    'If the pairing window ends, distance is not the cause. Press Pair again while the app searches.';
  const first = setup.firstNetwork ? `“${setup.firstNetwork}”` : 'its default network';
  const key = setup.keyAt ? ` (its key: ${setup.keyAt})` : '';
  const app = {
    ready: `Open the page that adds ${letter}`,
    readyText:
      'Connect the phone to the new network. Start adding a unit in its app, or on the web page of the main unit.',
    readyQuestion: 'Is the app or the page waiting for the unit now?',
    joined: 'does the app list it as joined',
  };
  const joined = 'does a phone find the new network beside it, and does a page open';
  switch (way) {
    case 'button':
      return {
        ready: `Get the app ready for ${letter}`,
        readyText:
          'Start “add a unit” in the app until it asks for the button. Press the button only then. The pairing window is short.',
        readyQuestion: 'Is the app or the page waiting for the unit now?',
        join: `Press Pair on ${letter}`,
        joinText: `Hold the button for ${hold} s. ${again}`,
        joined: app.joined,
      };
    case 'button-both':
      return {
        ready: `Get both buttons ready for ${letter}`,
        readyText: `Find the Pair button on its uplink unit and on ${letter}. Do not press a button yet.`,
        readyQuestion: 'Are both buttons found, and is no other person adding a device?',
        join: `Press both buttons for ${letter}`,
        joinText: `The uplink unit’s for ${hold} s, then within ${minutes} minutes ${letter}’s for ${hold} s. If the pairing window ends, distance is not the cause. Press both again, in this order.`,
        joined,
      };
    case 'picture-code':
      return {
        ...app,
        join: `Scan the code of ${letter} with the app`,
        joinText: `Scan the QR code on its label with the app. Do not photograph the label otherwise. It shows a key.`,
      };
    case 'setup-code':
      return {
        ...app,
        join: `Type the setup code of ${letter}`,
        joinText: `The code is on ${setup.keyAt ? `the ${setup.keyAt}` : 'its label'}. First check its serial number against the list.`,
      };
    case 'own-page':
      return {
        ready: `Open ${letter}’s web page`,
        readyText: `Join ${first}${key}, or use a short cable. Open its page in a browser. If the phone says “no internet”, stay connected.`,
        readyQuestion: `Does ${letter}’s web page show?`,
        joined,
        ...(product.kind === 'extender'
          ? {
              join: `Set on ${letter} the network to repeat`,
              joinText: `Choose the network and the bands. Type the password for each band. Set a separate administrator password. Use the same network name, with a suffix only where phones must be kept apart. Use plain repeating, unless the main unit can add it to its mesh.`,
            }
          : {
              join: `Set ${letter} up on its web page`,
              joinText:
                'Set its country, and the name and password of the new network. It restarts when they are applied.',
            }),
      };
    case 'cable':
      return {
        ...app,
        join: `Let ${letter} join by cable`,
        joinText:
          'It joins automatically over the cable. This is the most reliable way. Do not touch it meanwhile.',
      };
    case 'app':
      return {
        ...app,
        join: `Add ${letter}`,
        joinText: 'Choose the unit in the list. Wait until it has joined.',
      };
  }
}
