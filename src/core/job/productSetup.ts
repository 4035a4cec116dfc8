/** How a product is set up, as its leaflet says: fields of a product. */
import { z } from 'zod';
import { words } from './fields';

/** Ways to join a unit to the others. */
export const joinWays = [
  'cable',
  'button',
  'button-both',
  'picture-code',
  'setup-code',
  'own-page',
  'app',
] as const;
export type JoinWay = (typeof joinWays)[number];

/** What a light can say; `other` is for all else. */
export const lightStates = [
  'starting',
  'ready',
  'joining',
  'good',
  'fair',
  'poor',
  'no-link',
  'no-internet',
  'updating',
  'other',
] as const;
export type LightState = (typeof lightStates)[number];

export const light = z.strictObject({
  /** How it looks, as in “Does it show …?”. */
  colour: words().min(1).max(40),
  means: words().min(1).max(120),
  state: z.enum(lightStates).default('other'),
});

export const portUses = ['line', 'local', 'any'] as const;
export const askedFor = ['account', 'admin-password', 'recovery-questions'] as const;

export const productSetup = z.strictObject({
  /** Ways to join it, the best first. */
  join: z.array(z.enum(joinWays)).min(1).max(joinWays.length).default(['app']),
  /** How long the button that joins is held, and how long it listens then, s. */
  buttonHoldS: z.number().min(0).max(60).default(3),
  windowS: z.number().min(10).max(900).default(120),
  /** How long the pin that resets it is held, s. */
  resetHoldS: z.number().min(0).max(60).default(10),
  /** How near the main unit it is set up, m. */
  benchM: z.number().min(0.3).max(20).default(3),
  /** Its ports as they are marked: for the line, for the house, or whichever (it finds out by itself). */
  ports: z
    .array(z.strictObject({ mark: words().min(1).max(20), use: z.enum(portUses) }))
    .max(12)
    .default([]),
  /** The network that it comes with, and where its key stands; empty = not known. Never the key itself. */
  firstNetwork: words().max(32).default(''),
  keyAt: words().max(60).default(''),
  /** What it asks for while it is set up. */
  asks: z.array(z.enum(askedFor)).max(askedFor.length).default([]),
  /** It starts anew once names are applied: for so many minutes; 0 = it does not. */
  restartMin: z.number().min(0).max(30).default(0),
  firmwareMin: z.number().min(0).max(120).default(6),
  /** A router that has to be told to pass on only, when it is fed by another. */
  routes: z.boolean().default(false),
  /** What holds it, by mount: screws, anchors, a bracket. */
  fixing: words().max(120).default(''),
  /** Length of its own lead, m; 0 = its plug is in its back. */
  leadM: z.number().min(0).max(10).default(1.5),
  /** Coldest and warmest that it stands, °C. */
  coldestC: z.number().min(-60).max(20).default(0),
  warmestC: z.number().min(20).max(90).default(40),
});
export type ProductSetup = z.infer<typeof productSetup>;
