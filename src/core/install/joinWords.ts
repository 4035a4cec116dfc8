/** What is said of each way in which a unit joins the others. */
import type { JoinWay } from '../job/productSetup';
import type { Product } from '../job/records';

const askedWords = {
  account: 'an account with its maker, in the customer’s name',
  'admin-password': 'a password for its page',
  'recovery-questions': 'answers for when the password is lost: the customer’s own',
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
}

/** What is said of a way to join. */
export function joinWords(product: Product, letter: string, way: JoinWay): JoinWords {
  const { setup } = product;
  const [hold, minutes] = [setup.buttonHoldS, Number((setup.windowS / 60).toFixed(1))];
  const again = 'If the window runs out, it is not too far away: press again with the app waiting.';
  const first = setup.firstNetwork ? `“${setup.firstNetwork}”` : 'the network that it comes with';
  const key = setup.keyAt ? ` (its key: ${setup.keyAt})` : '';
  const app = {
    ready: `Open the page that adds ${letter}`,
    readyText:
      'In the app, or on the main unit’s own page, start adding a unit, with the phone on the new network.',
    readyQuestion: 'Does the app, or the page, wait for the unit now?',
  };
  switch (way) {
    case 'button':
      return {
        ready: `Get the app ready for ${letter}`,
        readyText:
          'Start “add a unit” in the app, until it asks for the button. Only then is the button pressed: the window is short.',
        readyQuestion: 'Does the app, or the page, wait for the unit now?',
        join: `Press pair on ${letter}`,
        joinText: `Hold the button for ${hold} s. ${again}`,
      };
    case 'button-both':
      return {
        ready: `Get both buttons ready for ${letter}`,
        readyText: `Find the button that joins on the main unit and on ${letter}. Nothing is pressed yet.`,
        readyQuestion: 'Are both buttons found, and is nobody else joining a device?',
        join: `Press both buttons for ${letter}`,
        joinText: `The main unit’s for ${hold} s, then within ${minutes} minutes ${letter}’s for ${hold} s. ${again.replace('with the app waiting', 'both, in this order')}`,
      };
    case 'picture-code':
      return {
        ...app,
        join: `Take the code of ${letter} with the app`,
        joinText: `The app takes the picture code on its label. Keep the label out of all other pictures: a key stands on it.`,
      };
    case 'setup-code':
      return {
        ...app,
        join: `Type the setup code of ${letter}`,
        joinText: `As it stands on its label${key ? `, ${setup.keyAt}` : ''}. Check its serial number against the list before.`,
      };
    case 'own-page':
      return {
        ready: `Open ${letter}’s own page`,
        readyText: `Join ${first}${key}, or a short cable, and open its page in a browser. The phone may say “no internet”: stay on it.`,
        readyQuestion: `Does ${letter}’s own page show?`,
        ...(product.kind === 'extender'
          ? {
              join: `Tell ${letter} which network it repeats`,
              joinText: `Choose the network, then the bands, and type the password for each band. An administrator’s password of its own. Its network gets the same name; another ending only where phones must be kept apart. It repeats plainly, unless the main unit can take it into its mesh.`,
            }
          : {
              join: `Set ${letter} up on its own page`,
              joinText:
                'Its country, the name and the password of the new network. It starts anew when they are applied.',
            }),
      };
    case 'cable':
      return {
        ...app,
        join: `Let ${letter} join by its cable`,
        joinText: 'It joins by itself over the cable, the surest way. Leave it alone meanwhile.',
      };
    case 'app':
      return {
        ...app,
        join: `Add ${letter}`,
        joinText: 'Choose it in the list and wait until it has joined.',
      };
  }
}
